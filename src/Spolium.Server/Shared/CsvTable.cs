using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;

namespace Spolium.Server.Shared;

/// <summary>A table as it goes out to table programs and comes back: comma or semicolon, the first row names the columns. Errors are told
/// by row.</summary>
internal sealed record CsvTable(IReadOnlyList<string> Columns, IReadOnlyList<string> Needed, string What, int MostRows = 500)
{
    private const int LongestCell = 500;

    /// <summary>How a row is named in errors: as a table program numbers it, the heads being row 1.</summary>
    public static string Row(int i) => $"row {i + 2}: ";

    public string Write(IEnumerable<IEnumerable<string>> rows)
    {
        using var text = new StringWriter();
        using var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture));
        foreach (var row in rows.Prepend(Columns))
        {
            foreach (var field in row)
                csv.WriteField(Guarded(field));
            csv.NextRecord();
        }
        csv.Flush();
        return text.ToString();
    }

    // A cell that begins like a formula would be reckoned by table programs: it is told to them as text, unless it is a number.
    private static string Guarded(string cell) =>
        cell.Length > 0
        && cell[0] is '=' or '@' or '+' or '-' or '\t' or '\r'
        && !double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out _)
            ? "'" + cell
            : cell;

    // What was guarded on its way out comes back as it was.
    private static string? Unguarded(string? cell) => cell is ['\'', '=' or '@' or '+' or '-' or '\t' or '\r', ..] ? cell[1..] : cell;

    /// <summary>The rows, each as a function from column to cell (null for a column that the file has not); none where the heads are
    /// wrong.</summary>
    public IReadOnlyList<Func<string, string?>> Read(string text, RequestReader reader)
    {
        var rows = new List<Func<string, string?>>();
        var first = text.Split('\n', 2)[0];
        var separator = first.Count(c => c == ';') > first.Count(c => c == ',') ? ";" : ",";
        using var csv = new CsvReader(
            new StringReader(text.TrimStart('\uFEFF')),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                Delimiter = separator,
                TrimOptions = TrimOptions.Trim,
                PrepareHeaderForMatch = a => a.Header.ToLowerInvariant(),
                MissingFieldFound = null,
                BadDataFound = a =>
                    reader.Errors.Add(new($"row {a.Context.Parser!.Row}", "the quotes do not match", "close every quoted cell")),
            }
        );
        var heads = "the first row names the columns: " + string.Join(", ", Columns);
        if (!csv.Read() || !csv.ReadHeader())
        {
            reader.Errors.Add(new("csv", "the file is empty", heads));
            return rows;
        }
        var there = csv.HeaderRecord!.Select(h => h.ToLowerInvariant()).ToHashSet();
        reader.Errors.AddRange(
            Needed.Where(n => !there.Contains(n)).Select(n => new FieldError("row 1", $"there is no column '{n}'", heads))
        );
        reader.Errors.AddRange(
            there
                .Where(h => h.Length > 0 && !Columns.Contains(h))
                .Select(h => new FieldError("row 1", $"'{h}' is no column that is known here", "use " + string.Join(", ", Columns)))
        );
        if (!reader.Ok)
            return rows;
        while (csv.Read())
        {
            if (rows.Count == MostRows)
            {
                reader.Errors.Add(new("csv", $"more than {MostRows} {What}", "bring them in several files"));
                break;
            }
            var cells = Columns.Where(there.Contains).ToDictionary(c => c, c => Unguarded(csv.GetField(c)));
            reader.Errors.AddRange(
                cells
                    .Where(c => c.Value?.Length > LongestCell)
                    .Select(c => new FieldError(
                        Row(rows.Count) + c.Key,
                        $"the cell has {c.Value!.Length} characters",
                        $"at most {LongestCell} are kept"
                    ))
            );
            rows.Add(c => cells.GetValueOrDefault(c));
        }
        return rows;
    }
}
