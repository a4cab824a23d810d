"""The pages of the handbook's reference that are made from the code.

``make handbook`` writes them anew; a test holds that they stand as the code is, and that their examples work.
"""
