using System.Globalization;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;

namespace Spolium.Server.Shared;

/// <summary>A table of a workbook: heads, and rows of texts and numbers; null leaves a cell empty.</summary>
public sealed record WorkbookSheet(string Name, IReadOnlyList<string> Heads, IEnumerable<IReadOnlyList<object?>> Rows);

/// <summary>Tables as an Office Open XML workbook (.xlsx, ECMA-376), that table programs read. Numbers stay numbers.</summary>
public static class Workbook
{
    public const string MediaType = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    public static byte[] Write(IReadOnlyList<WorkbookSheet> sheets)
    {
        using var stream = new MemoryStream();
        using (var document = SpreadsheetDocument.Create(stream, SpreadsheetDocumentType.Workbook))
        {
            var book = document.AddWorkbookPart();
            var list = new Sheets();
            foreach (var (sheet, i) in sheets.Select((s, i) => (s, (uint)i + 1)))
            {
                var part = book.AddNewPart<WorksheetPart>();
                part.Worksheet = new(new SheetData(sheet.Rows.Prepend(sheet.Heads).Select(r => new Row(r.Select(CellOf)))));
                list.Append(
                    new Sheet
                    {
                        Id = book.GetIdOfPart(part),
                        SheetId = i,
                        Name = sheet.Name,
                    }
                );
            }
            book.Workbook = new(list);
        }
        return stream.ToArray();
    }

    private static OpenXmlElement CellOf(object? value) =>
        value switch
        {
            null => new Cell(),
            double d => new Cell(new CellValue(d.ToString("R", CultureInfo.InvariantCulture))) { DataType = CellValues.Number },
            int n => new Cell(new CellValue(n)) { DataType = CellValues.Number },
            _ => new Cell(new InlineString(new Text(value.ToString()!))) { DataType = CellValues.InlineString },
        };
}
