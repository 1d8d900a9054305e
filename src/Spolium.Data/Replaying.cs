using System.Security.Cryptography;
using System.Text;
using Microsoft.Data.Sqlite;

namespace Spolium.Data;

/// <summary>Whether what a shop's lists tell is what its journal tells: everything is read again on a copy, and nothing of the shop is
/// changed.</summary>
internal static class Replaying
{
    private static readonly string[] Journal = ["entry", "entry_stream", "plan"];

    /// <summary>What the lists say and a replay does not, a line each; of a folder of an earlier version, why it could not be brought
    /// up.</summary>
    public static IReadOnlyList<string> Differences(string file, Action<string> tell)
    {
        var work = Directory.CreateTempSubdirectory("spolium-replay");
        try
        {
            var copy = Path.Combine(work.FullName, Path.GetFileName(file));
            Backup.Copy(file, copy);
            if (Migrating.IsOlder(copy))
            {
                Migrating.BringUp(copy, TimeProvider.System, tell);
                return Unbalanced(copy);
            }
            var said = Tables(copy);
            using (var store = JournalStore.OnCopy(copy, TimeProvider.System, tell))
                store.Rebuild(tell);
            var told = Tables(copy);
            return
            [
                .. said.Where(t => !told[t.Key].SequenceEqual(t.Value))
                    .Select(t => $"the list “{t.Key}” is not what the journal tells: make the lists again with --rebuild"),
                .. Unbalanced(copy),
            ];
        }
        finally
        {
            work.Delete(true);
        }
    }

    private static List<string> Unbalanced(string file)
    {
        using var connection = Opened(file);
        return
        [
            .. Verifying.Rows(connection, "SELECT Element FROM posting GROUP BY Element HAVING sum(Micrograms) <> 0", r =>
                $"{r.GetString(0)} does not sum to nothing in the book"
            ),
        ];
    }

    // A hash over the rows of each, in an order of their own; numbers that rows are given when they are put in do not count.
    private static Dictionary<string, byte[]> Tables(string file)
    {
        using var connection = Opened(file);
        var tables = Verifying
            .Rows(connection, "SELECT name FROM sqlite_master WHERE type = 'table'", r => r.GetString(0))
            .Where(t => !t.StartsWith("__", StringComparison.Ordinal) && !t.StartsWith("sqlite_", StringComparison.Ordinal))
            .Except(Journal)
            .ToList();
        return tables.ToDictionary(t => t, t => Hash(connection, t));
    }

    private static byte[] Hash(SqliteConnection connection, string table)
    {
        var columns = string.Join(
            ", ",
            Verifying
                .Rows(connection, $"SELECT name FROM pragma_table_info('{table}')", r => r.GetString(0))
                .Where(c => table != "posting" || c != "Id")
                .Select(c => $"\"{c}\"")
        );
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (
            var row in Verifying.Rows(connection, $"SELECT {columns} FROM {table} ORDER BY {columns}", r =>
                string.Join(
                    '\u001f',
                    Enumerable
                        .Range(0, r.FieldCount)
                        .Select(i =>
                            r.IsDBNull(i) ? "" : Convert.ToString(r.GetValue(i), System.Globalization.CultureInfo.InvariantCulture)
                        )
                )
            )
        )
            hash.AppendData(Encoding.UTF8.GetBytes(row + "\n"));
        return hash.GetHashAndReset();
    }

    private static SqliteConnection Opened(string file)
    {
        var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        connection.Open();
        return connection;
    }
}
