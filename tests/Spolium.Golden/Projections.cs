using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Spolium.Data;

namespace Spolium.Golden;

/// <summary>All rows of all projections as text: every table that is not journal, every column but the numbers that postings are given when
/// they are put in.</summary>
public static class Projections
{
    private static readonly string[] Journal = ["entry", "entry_stream", "plan"];

    public static IReadOnlyList<string> Of(JournalStore store)
    {
        using var db = store.Connect();
        db.Database.OpenConnection();
        var tables = Rows(db, "SELECT name FROM sqlite_master WHERE type = 'table'")
            .Select(r => r[0].ToString()!)
            .Where(t => !t.StartsWith("__", StringComparison.Ordinal) && !t.StartsWith("sqlite_", StringComparison.Ordinal))
            .Except(Journal)
            .Order(StringComparer.Ordinal);
        return
        [
            .. tables.SelectMany(t =>
                Rows(db, $"SELECT * FROM {t}")
                    .Select(r => r.Skip(t == "posting" ? 1 : 0).Select(v => Convert.ToString(v, CultureInfo.InvariantCulture)))
                    .Select(r => $"{t}|{string.Join('|', r)}")
                    .Order(StringComparer.Ordinal)
            ),
        ];
    }

    private static List<object[]> Rows(SpoliumDb db, string sql)
    {
        using var command = db.Database.GetDbConnection().CreateCommand();
        command.CommandText = sql;
        using var reader = command.ExecuteReader();
        var rows = new List<object[]>();
        while (reader.Read())
        {
            var row = new object[reader.FieldCount];
            reader.GetValues(row);
            rows.Add(row);
        }
        return rows;
    }
}
