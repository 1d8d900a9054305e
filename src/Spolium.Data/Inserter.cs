using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Storage;
using Spolium.Core.Accounts;

namespace Spolium.Data;

/// <summary>
/// Puts in rows that are only ever added, by commands that are prepared once. There are some for every entry: a tracker that looks at each
/// of them takes most of the time in which a journal is read again.
/// </summary>
internal sealed class Inserter : IDisposable
{
    private readonly SqliteCommand touch;
    private readonly SqliteCommand posting;

    /// <param name="db">With a transaction.</param>
    public Inserter(SpoliumDb db)
    {
        touch = Prepared(db, "INSERT INTO touch (Stream, Seq, Version) VALUES (@0, @1, @2)", 3);
        posting = Prepared(
            db,
            "INSERT INTO posting (Seq, EntryId, Account, Element, Micrograms, SigmaG, Basis, Readings) VALUES (@0, @1, @2, @3, @4, @5, "
                + "@6, @7)",
            8
        );
    }

    private static SqliteCommand Prepared(SpoliumDb db, string sql, int values)
    {
        var command = (SqliteCommand)db.Database.GetDbConnection().CreateCommand();
        command.CommandText = sql;
        command.Transaction = (SqliteTransaction)db.Database.CurrentTransaction!.GetDbTransaction();
        for (var i = 0; i < values; i++)
            command.Parameters.Add(new() { ParameterName = $"@{i}" });
        command.Prepare();
        return command;
    }

    private static void Run(SqliteCommand command, params ReadOnlySpan<object?> values)
    {
        for (var i = 0; i < values.Length; i++)
            command.Parameters[i].Value = values[i] ?? DBNull.Value;
        command.ExecuteNonQuery();
    }

    public void Touch(string stream, long seq, long? version) => Run(touch, stream, seq, version);

    public void Post(Posting p, long seq) =>
        Run(
            posting,
            seq,
            p.EntryId,
            p.Account,
            p.Element,
            p.Micrograms,
            p.SigmaG,
            p.Basis.ToString(),
            p.Readings.Count == 0 ? null : string.Join(' ', p.Readings)
        );

    public void Dispose()
    {
        touch.Dispose();
        posting.Dispose();
    }
}
