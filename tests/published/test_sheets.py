"""Spreadsheets, held against the libraries others read and write them with: openpyxl and odfpy."""

from __future__ import annotations

import datetime
import io
import unittest

import openpyxl
from odf.opendocument import OpenDocumentSpreadsheet, load
from odf.table import Table, TableCell, TableRow
from odf.text import LineBreak, P, S

from dicetrail.core.pack.formats import contents_of
from dicetrail.core.pack.formats.ods import Ods
from dicetrail.core.pack.formats.xlsx import Xlsx
from dicetrail.core.pack.reader import read_file

ROWS = [
    ["prompt", "answer", "topic"],
    ['Two\nlines, and a "quote"?', "=1+2", "3/4"],
    ["Blanks  inside\tand tab", "Ünïcode 漢字 🏔", ""],
    ["007", "1e5", "TRUE"],
]


class Written(unittest.TestCase):
    def test_openpyxl_reads_what_we_write(self):
        sheet = openpyxl.load_workbook(io.BytesIO(Xlsx().bytes_of(ROWS))).active
        self.assertEqual([[cell or "" for cell in row] for row in sheet.iter_rows(values_only=True)], ROWS)
        self.assertEqual({cell.data_type for row in sheet.iter_rows() for cell in row if cell.value}, {"s"})

    def test_odfpy_reads_what_we_write(self):
        table = load(io.BytesIO(Ods().bytes_of(ROWS))).spreadsheet.getElementsByType(Table)[0]
        shown = [
            [
                "\n".join(_said(paragraph) for paragraph in cell.getElementsByType(P))
                for cell in row.getElementsByType(TableCell)
            ]
            for row in table.getElementsByType(TableRow)
        ]
        self.assertEqual(shown, ROWS)


def _said(node) -> str:
    """A paragraph's text with its blanks and tabs, which are elements (OpenDocument 1.3, part 3, 6.1)."""
    said = []
    for child in node.childNodes:
        if child.nodeType == child.TEXT_NODE:
            said.append(child.data)
        else:
            said.append({"s": " ", "tab": "\t"}.get(child.qname[1], ""))
    return "".join(said)


class Read(unittest.TestCase):
    def test_values_of_openpyxl_as_people_write_them(self):
        book = openpyxl.Workbook()
        book.active.title = "empty"
        sheet = book.create_sheet("full")
        sheet.append(["question", "answer", "worth", "topic"])
        sheet.append(["Whole?", 12, 2.0, True])
        sheet.append(["Part?", 0.1 + 0.2, 0.5, datetime.date(2026, 5, 4)])
        sheet.append([None, None])
        sheet.append(["After a blank row?", "yes", None, datetime.datetime(2026, 5, 4, 7, 30)])
        out = io.BytesIO()
        book.save(out)
        reading = read_file("a.xlsx", out.getvalue())
        self.assertEqual(
            [(q.answers[0], q.worth, q.topic, q.line) for q in reading.questions],
            [("12", 2, "true", 2), ("0.3", 0.5, "2026-05-04", 3), ("yes", 1, "2026-05-04 07:30:00", 5)],
        )
        self.assertEqual([(s.line, s.code) for s in reading.snags], [(1, "header"), (4, "blank-line")])

    def test_what_odfpy_writes(self):
        document = OpenDocumentSpreadsheet()
        table = Table(name="one")
        document.spreadsheet.addElement(table)
        for cells in (["question", "answer", "wrong 1"], ["Which?", "a", "b"]):
            row = TableRow()
            for text in cells:
                cell = TableCell(valuetype="string")
                cell.addElement(P(text=text))
                row.addElement(cell)
            table.addElement(row)
        table.addElement(TableRow(numberrowsrepeated="2"))
        row = TableRow()
        cell = TableCell(valuetype="string")
        spaced = P(text="Two")
        spaced.addElement(S(c=3))
        spaced.addText("blanks")
        spaced.addElement(LineBreak())
        spaced.addText("and a line?")
        cell.addElement(spaced)
        row.addElement(cell)
        row.addElement(TableCell(valuetype="float", value="2.5", numbercolumnsrepeated="2"))
        table.addElement(row)
        out = io.BytesIO()
        document.write(out)
        contents = contents_of("a.ods", out.getvalue())
        self.assertEqual(contents.encoding, "ods")
        self.assertEqual(
            contents.text, 'question,answer,wrong 1\nWhich?,a,b\n\n\n"Two   blanks\nand a line?",2.5,2.5\n'
        )
