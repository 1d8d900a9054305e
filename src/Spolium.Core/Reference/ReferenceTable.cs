using System.Globalization;
using System.Security.Cryptography;
using CsvHelper;
using CsvHelper.Configuration;

namespace Spolium.Core.Reference;

/// <summary>
/// Reads the data files that ship inside the core. A file without a source column, a row without a source, or a
/// repeated key stops the program at once: figures without an origin are not used.
/// </summary>
public static class ReferenceTable
{
    private static readonly Lazy<string> HashOnce = new(ComputeHash);

    /// <summary>SHA-256 (first 16 hex digits) of all data files: kept with every plan that was begun.</summary>
    public static string Hash => HashOnce.Value;

    /// <summary>Reads a file row by row. The key is checked to be unique.</summary>
    /// <exception cref="InvalidDataException">A source is missing or a key stands twice.</exception>
    public static IReadOnlyList<T> Read<T>(string file, Func<ReferenceRow, T> row, params string[] key)
    {
        using var reader = new StreamReader(Open(file));
        return Read(file, reader, row, key);
    }

    /// <summary>The same over any reader; for checking the checks.</summary>
    public static IReadOnlyList<T> Read<T>(string file, TextReader reader, Func<ReferenceRow, T> row, params string[] key)
    {
        using var csv = new CsvReader(reader, new CsvConfiguration(CultureInfo.InvariantCulture) { AllowComments = true, Comment = '#' });
        csv.Read();
        csv.ReadHeader();
        if (!csv.HeaderRecord!.Contains("source"))
            throw new InvalidDataException($"{file} has no source column.");
        var rows = new List<T>();
        var keys = new HashSet<string>();
        while (csv.Read())
        {
            var r = new ReferenceRow(csv, file);
            if (r.Text("source").Length == 0)
                throw new InvalidDataException($"{file}, line {csv.Parser.Row}: no source.");
            var k = string.Join('|', key.Select(r.Text));
            if (key.Length > 0 && !keys.Add(k))
                throw new InvalidDataException($"{file}, line {csv.Parser.Row}: '{k}' stands twice.");
            rows.Add(row(r));
        }
        return rows;
    }

    private static Stream Open(string file) =>
        typeof(ReferenceTable).Assembly.GetManifestResourceStream(file)
        ?? throw new InvalidDataException($"{file} is not among the data files.");

    private static string ComputeHash()
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (
            var name in typeof(ReferenceTable)
                .Assembly.GetManifestResourceNames()
                .Where(n => n.EndsWith(".csv", StringComparison.Ordinal))
                .Order(StringComparer.Ordinal)
        )
        {
            using var stream = Open(name);
            using var copy = new MemoryStream();
            stream.CopyTo(copy);
            hash.AppendData(copy.ToArray());
        }
        return Convert.ToHexStringLower(hash.GetHashAndReset())[..16];
    }
}

/// <summary>One row of a data file.</summary>
public sealed class ReferenceRow(CsvReader csv, string file)
{
    public string Text(string column) => csv.GetField(column)?.Trim() ?? "";

    /// <summary>What must be said: "none" where there is nothing to say.</summary>
    /// <exception cref="InvalidDataException">The cell is empty.</exception>
    public string Said(string column) =>
        Text(column) is { Length: > 0 } text
            ? text
            : throw new InvalidDataException(
                $"{file}, line {csv.Parser.Row}: '{csv.GetField(0)}' has no {column}; write 'none' if there is nothing to say."
            );

    public double Number(string column) => double.Parse(Text(column), CultureInfo.InvariantCulture);

    public int Whole(string column) => int.Parse(Text(column), CultureInfo.InvariantCulture);

    public double? NumberOrNone(string column) => Text(column).Length == 0 ? null : Number(column);

    /// <summary>"file: source" as it is shown beside a figure.</summary>
    public string Source => $"{file}: {Text("source")}";
}
