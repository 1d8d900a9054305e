using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Spolium.Data;

/// <summary>Write-ahead log, so that readers never wait; synchronous FULL, so that a crash loses no entry.</summary>
internal sealed class Pragmas : DbConnectionInterceptor
{
    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
    {
        // The migration looks first through a connection that may only read: a file that is not in this mode yet is none of its business.
        if (new SqliteConnectionStringBuilder(connection.ConnectionString).Mode == SqliteOpenMode.ReadOnly)
            return;
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA busy_timeout=3000;";
        command.ExecuteNonQuery();
    }
}
