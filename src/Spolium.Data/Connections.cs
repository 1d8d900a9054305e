using System.Collections.Concurrent;
using Microsoft.Data.Sqlite;

namespace Spolium.Data;

/// <summary>Connections that read the database beside the one that writes; kept open, because opening one costs more than a
/// question.</summary>
internal sealed class Connections : IDisposable
{
    private readonly ConcurrentBag<SqliteConnection> free = [];
    private readonly string file;
    private readonly SqliteConnection? only;

    public Connections(string file) => this.file = file;

    /// <summary>One connection alone: what is written in its transaction is read before anybody else can.</summary>
    public Connections(SqliteConnection only) => (file, this.only) = ("", only);

    public Loan Lend() => new(this, only ?? (free.TryTake(out var there) ? there : Opened()));

    private SqliteConnection Opened()
    {
        var connection = new SqliteConnection($"Data Source={file};Mode=ReadOnly;Pooling=False;Default Timeout=3");
        connection.Open();
        return connection;
    }

    public void Dispose()
    {
        while (free.TryTake(out var connection))
            connection.Dispose();
    }

    internal readonly struct Loan(Connections from, SqliteConnection connection) : IDisposable
    {
        public SqliteConnection Connection => connection;

        public void Dispose()
        {
            if (from.only is null)
                from.free.Add(connection);
        }
    }
}
