using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Spolium.Data;

/// <summary>Write-ahead log, so that readers never wait; synchronous FULL, so that a crash loses no entry.</summary>
internal sealed class Pragmas : DbConnectionInterceptor
{
    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
    {
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA busy_timeout=5000;";
        command.ExecuteNonQuery();
    }
}
