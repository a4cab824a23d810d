"""Questions as QTI (1EdTech, Question and Test Interoperability): 2.0 to 3.0 are read, 3.0 is written.

What is said here of the standard is from memory.
"""

MANIFEST = "imsmanifest.xml"
"""The file of a content package that says what is in it."""
