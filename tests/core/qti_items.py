"""Items as other programs write them, by the examples of the standard (from memory; the words are ours)."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

MANIFEST = """<?xml version="1.0" encoding="UTF-8"?>
<manifest xmlns="http://www.imsglobal.org/xsd/imscp_v1p1" identifier="m">
  <organizations/>
  <resources>
    <resource identifier="a" type="imsqti_item_xmlv2p1" href="a.xml"><file href="a.xml"/></resource>
    <resource identifier="b" type="imsqti_item_xmlv2p2" href="b.xml"><file href="b.xml"/></resource>
  </resources>
</manifest>
"""
ITEM_30 = """<qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="knot"
  title="A knot" adaptive="false" time-dependent="false">
 <qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="identifier">
  <qti-correct-response><qti-value>ChoiceA</qti-value></qti-correct-response>
 </qti-response-declaration>
 <qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"/>
 <qti-outcome-declaration identifier="FEEDBACK" cardinality="single" base-type="identifier"/>
 <qti-item-body>
  <p>Look at the <strong>rope</strong>.</p>
  <qti-choice-interaction response-identifier="RESPONSE" shuffle="false" max-choices="1">
   <qti-prompt>Which knot is it?</qti-prompt>
   <qti-simple-choice identifier="ChoiceA">A bowline</qti-simple-choice>
   <qti-simple-choice identifier="ChoiceB">A granny</qti-simple-choice>
  </qti-choice-interaction>
 </qti-item-body>
 <qti-response-processing>
  <qti-response-condition>
   <qti-response-if>
    <qti-match><qti-variable identifier="RESPONSE"/><qti-correct identifier="RESPONSE"/></qti-match>
    <qti-set-outcome-value identifier="SCORE">
     <qti-base-value base-type="float">1</qti-base-value>
    </qti-set-outcome-value>
   </qti-response-if>
  </qti-response-condition>
  <qti-set-outcome-value identifier="FEEDBACK"><qti-variable identifier="RESPONSE"/></qti-set-outcome-value>
 </qti-response-processing>
 <qti-modal-feedback outcome-identifier="FEEDBACK" identifier="ChoiceB" show-hide="show">
  <qti-content-body>That one slips.</qti-content-body>
 </qti-modal-feedback>
</qti-assessment-item>
"""


_MATCH = "http://www.imsglobal.org/question/qti_v2p1/rptemplates/match_correct"


def _item(declared: str, body: str, processing: str = f'<responseProcessing template="{_MATCH}"/>') -> str:
    return f"""<?xml version="1.0" encoding="UTF-8"?>
<assessmentItem xmlns="http://www.imsglobal.org/xsd/imsqti_v2p1" identifier="i" title="An item"
 adaptive="false" timeDependent="false">{declared}
 <outcomeDeclaration identifier="SCORE" cardinality="single" baseType="float"/>
 <itemBody>{body}</itemBody>
 {processing}
</assessmentItem>"""


def _declared(
    base: str, *right: str, cardinality: str = "single", more: str = "", name: str = "RESPONSE"
) -> str:
    values = "".join(f"<value>{one}</value>" for one in right)
    correct = f"<correctResponse>{values}</correctResponse>" if right else ""
    return (
        f'<responseDeclaration identifier="{name}" cardinality="{cardinality}" baseType="{base}">'
        f"{correct}{more}</responseDeclaration>"
    )


def _map(**values: float) -> str:
    entries = "".join(f'<mapEntry mapKey="{key}" mappedValue="{value}"/>' for key, value in values.items())
    return f'<mapping lowerBound="0" defaultValue="-2">{entries}</mapping>'


def _choices(*texts: str, name: str = "simpleChoice") -> str:
    return "".join(f'<{name} identifier="{text[0]}" matchMax="1">{text}</{name}>' for text in texts)


_EQUAL = """<responseProcessing><responseCondition><responseIf>
 <equal toleranceMode="relative" tolerance="10 10">
  <variable identifier="RESPONSE"/><correct identifier="RESPONSE"/>
 </equal>
 <setOutcomeValue identifier="SCORE"><baseValue baseType="float">1</baseValue></setOutcomeValue>
</responseIf></responseCondition></responseProcessing>"""
_MAP = '<object type="image/png" data="map.png" width="206" height="280">A map</object>'

ITEMS_2: dict[str, tuple[str, dict[str, Any], int]] = {
    "choice": (
        _item(
            _declared("identifier", "B"),
            '<p>Look.</p><choiceInteraction responseIdentifier="RESPONSE" maxChoices="1" shuffle="false">'
            "<prompt>Which one?</prompt>"
            + _choices(
                "Ash", "Birch<feedbackInline outcomeIdentifier='F' identifier='B'>Yes!</feedbackInline>"
            )
            + "</choiceInteraction>",
        ),
        {"kind": "choice", "prompt": "Look. Which one?", "options": ("Ash", "Birch"), "rights": (1,)},
        0,
    ),
    "choice by points": (
        _item(
            _declared("identifier", "H", "O", cardinality="multiple", more=_map(H=1, O=1, C=-1)),
            '<choiceInteraction responseIdentifier="RESPONSE" maxChoices="0"><prompt>In water?</prompt>'
            + _choices("Hydrogen", "Carbon", "Oxygen")
            + "</choiceInteraction>",
        ),
        {"kind": "several", "answers": ("Hydrogen", "Oxygen"), "carries": ()},
        0,
    ),
    "order": (
        _item(
            _declared("identifier", "C", "A", "B", cardinality="ordered"),
            '<orderInteraction responseIdentifier="RESPONSE" shuffle="true"><prompt>Who came first?</prompt>'
            + _choices("Ada", "Ben", "Cy")
            + "</orderInteraction>",
        ),
        {"kind": "order", "options": ("Cy", "Ada", "Ben")},
        0,
    ),
    "match": (
        _item(
            _declared("directedPair", "C R", "D M", cardinality="multiple"),
            '<matchInteraction responseIdentifier="RESPONSE" maxAssociations="2"><prompt>Whose?</prompt>'
            f"<simpleMatchSet>{_choices('Cy', 'Di', name='simpleAssociableChoice')}</simpleMatchSet>"
            "<simpleMatchSet>"
            + _choices("Moor", "Ridge", "Sea", name="simpleAssociableChoice")
            + "</simpleMatchSet></matchInteraction>",
        ),
        {"kind": "match", "items": ("Cy", "Di"), "options": ("Ridge", "Moor", "Sea"), "rights": (0, 1)},
        0,
    ),
    "words to be put into gaps": (
        _item(
            _declared("directedPair", "W G1", "S G2", cardinality="multiple"),
            '<gapMatchInteraction responseIdentifier="RESPONSE"><prompt>Fill it in.</prompt>'
            + _choices("Winter", "Summer", "Autumn", name="gapText")
            + '<blockquote><p>Now is the <gap identifier="G1"/> made <gap identifier="G2"/>.</p></blockquote>'
            "</gapMatchInteraction>",
        ),
        {
            "kind": "gaps",
            "prompt": "Fill it in. Now is the ___ made ___.",
            "gaps": (("Winter",), ("Summer",)),
            "options": ("Winter", "Summer", "Autumn"),
        },
        0,
    ),
    "a list in the text": (
        _item(
            _declared("identifier", "Y"),
            '<p>It is <inlineChoiceInteraction responseIdentifier="RESPONSE">'
            + _choices("Gone", "Yonder", name="inlineChoice")
            + "</inlineChoiceInteraction> now.</p>",
        ),
        {"kind": "gaps", "prompt": "It is ___ now.", "gaps": (("Yonder",),), "options": ("Yonder", "Gone")},
        0,
    ),
    "a word in the text": (
        _item(
            _declared("string", "York", more=_map(York=1, york=0.5)),
            '<p>Now is it <textEntryInteraction responseIdentifier="RESPONSE"/> or not.</p>',
        ),
        {"kind": "gaps", "prompt": "Now is it ___ or not.", "gaps": (("York", "york"),)},
        0,
    ),
    "a word alone": (
        _item(
            _declared("string", "York"),
            '<p>Which town?</p><div><textEntryInteraction responseIdentifier="RESPONSE"/></div>',
        ),
        {"kind": "typed", "prompt": "Which town?", "answers": ("York",)},
        0,
    ),
    "a number near enough": (
        _item(
            _declared("float", "50"),
            '<p>How deep?</p><p><textEntryInteraction responseIdentifier="RESPONSE"/> m</p>',
            _EQUAL,
        ),
        {"kind": "number", "prompt": "How deep?", "answers": ("50",), "unit": "m", "tolerance": Fraction(5)},
        0,
    ),
    "a slider": (
        _item(
            _declared("integer", "16"),
            '<sliderInteraction responseIdentifier="RESPONSE" lowerBound="0" upperBound="100" step="1">'
            "<prompt>How many percent?</prompt></sliderInteraction>",
        ),
        {"kind": "number", "answers": ("16",), "between": (Fraction(0), Fraction(100))},
        0,
    ),
    "a long text": (
        _item(
            _declared("string", "Because"),
            '<extendedTextInteraction responseIdentifier="RESPONSE">'
            "<prompt>Why?</prompt></extendedTextInteraction>",
        ),
        {"kind": "typed", "prompt": "Why?"},
        0,
    ),
    "places to choose from": (
        _item(
            _declared("identifier", "A"),
            f'<p>Where?</p><hotspotInteraction responseIdentifier="RESPONSE" maxChoices="1">{_MAP}'
            '<hotspotChoice identifier="A" shape="circle" coords="103,140,20.6"/>'
            '<hotspotChoice identifier="B" shape="rect" coords="0,0,20,20"/></hotspotInteraction>',
        ),
        {"kind": "spot", "answers": ("circle 50 50 10",), "image": "map.png", "alt": "A map"},
        0,
    ),
    "a place to point at": (
        _item(
            _declared(
                "point",
                "103 140",
                more='<areaMapping defaultValue="0"><areaMapEntry shape="rect" coords="0,0,103,140"'
                ' mappedValue="1"/></areaMapping>',
            ),
            '<selectPointInteraction responseIdentifier="RESPONSE" maxChoices="1">'
            f"<prompt>Where?</prompt>{_MAP}</selectPointInteraction>",
        ),
        {"kind": "spot", "prompt": "Where?", "answers": ("box 0 0 50 50",)},
        0,
    ),
    "an opinion": (
        _item(
            _declared("identifier"),
            '<choiceInteraction responseIdentifier="RESPONSE" maxChoices="1"><prompt>And?</prompt>'
            + _choices("Fine", "Bad")
            + "</choiceInteraction>",
        ),
        {"kind": "opinion", "options": ("Fine", "Bad")},
        0,
    ),
    "all words fit": (
        _item(
            _declared("directedPair", "W G1", cardinality="multiple"),
            '<gapMatchInteraction responseIdentifier="RESPONSE">'
            + _choices("Winter", name="gapText")
            + '<p>It is <gap identifier="G1"/>.</p></gapMatchInteraction>',
        ),
        {"kind": "gaps", "gaps": (("Winter",),), "options": ()},
        1,
    ),
}
"""Items by what they show, what of a question they become, and how much is left out."""
