using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Spolium.Core.Bench;
using Spolium.Core.Journal;
using Spolium.Server.Shared;

namespace Spolium.Server.Shelf;

/// <summary>The shelf as a table, out and in again. What goes out can come back in.</summary>
internal static class ShelfCsv
{
    private static readonly string[] Columns = ["id", "form", "amount", "strength", "strength_plus_minus", "density", "price", "place", "use_by", "certificate", "name"];
    private static readonly string[] Needed = ["id", "form", "amount"];

    /// <summary>Most rows that one file may bring.</summary>
    private const int MostRows = 500;

    /// <summary>How a row is named in errors: as a table program numbers it, the heads being row 1.</summary>
    public static string Row(int i) => $"row {i + 2}: ";

    public static string Write(State state)
    {
        using var text = new StringWriter();
        // A cell that begins like a formula is told to table programs as text.
        using var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape, InjectionCharacters = ['=', '@', '+', '\t', '\r'] });
        foreach (var c in Columns)
            csv.WriteField(c);
        csv.NextRecord();
        foreach (var b in state.Shelf.Values.Where(b => !b.IsEmpty).OrderBy(b => b.Id, StringComparer.Ordinal))
        {
            string Number(double x) => x.ToString("0.####", CultureInfo.InvariantCulture);
            foreach (var field in new[] { b.Id, b.Form, Number(b.Grams) + " g", Number(b.Strength.Fraction * 100) + " %", b.Strength.PlusMinus > 0 ? Number(b.Strength.PlusMinus * 100) + " %" : "", b.Strength.DensityGPerMl is { } d ? Number(d) + " g/mL" : "",
                b.Price?.Text ?? "", b.Place, b.UseBy?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "", b.Certificate || b.LookAlike is not null || b.Made ? "yes" : "no", b.Name })
                csv.WriteField(field);
            csv.NextRecord();
        }
        csv.Flush();
        return text.ToString();
    }

    /// <summary>All rows, or errors by row and column: nothing is half imported.</summary>
    public static List<BottleWish> Read(string text, RequestReader reader)
    {
        var wishes = new List<BottleWish>();
        var separator = text.Split('\n', 2)[0].Count(c => c == ';') > text.Split('\n', 2)[0].Count(c => c == ',') ? ";" : ",";
        using var csv = new CsvReader(new StringReader(text.TrimStart('\uFEFF')), new CsvConfiguration(CultureInfo.InvariantCulture) { Delimiter = separator, TrimOptions = TrimOptions.Trim, PrepareHeaderForMatch = a => a.Header.ToLowerInvariant(), MissingFieldFound = null, BadDataFound = a => reader.Errors.Add(new($"row {a.Context.Parser!.Row}", "the quotes do not match", "close every quoted cell")) });
        if (!csv.Read() || !csv.ReadHeader())
        {
            reader.Errors.Add(new("csv", "the file is empty", "the first row names the columns: " + string.Join(", ", Columns)));
            return wishes;
        }
        var heads = csv.HeaderRecord!.Select(h => h.ToLowerInvariant()).ToHashSet();
        foreach (var missing in Needed.Where(n => !heads.Contains(n)))
            reader.Errors.Add(new("row 1", $"there is no column '{missing}'", "the first row names the columns: " + string.Join(", ", Columns)));
        foreach (var strange in heads.Where(h => h.Length > 0 && !Columns.Contains(h)))
            reader.Errors.Add(new("row 1", $"'{strange}' is no column that is known here", "use " + string.Join(", ", Columns)));
        if (!reader.Ok)
            return wishes;
        while (csv.Read())
        {
            if (wishes.Count == MostRows)
            {
                reader.Errors.Add(new("csv", $"more than {MostRows} bottles", "bring them in several files"));
                break;
            }
            string? Cell(string name) => heads.Contains(name) ? csv.GetField(name) : null;
            var certificate = Cell("certificate")?.ToLowerInvariant() ?? "";
            if (certificate is not ("" or "yes" or "no"))
                reader.Errors.Add(new(Row(wishes.Count) + "certificate", $"'{certificate}' is neither yes nor no", "write yes or no"));
            wishes.Add(ShelfEndpoints.Wish(reader, Row(wishes.Count), new(Cell("id") ?? "", Cell("form") ?? "", Cell("amount") ?? "", Cell("strength"), Cell("density"), Cell("price"), Cell("place"), Cell("use_by"), certificate == "yes", Cell("name"), Cell("strength_plus_minus"))));
        }
        return wishes;
    }
}
