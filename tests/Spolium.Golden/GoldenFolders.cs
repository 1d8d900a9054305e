using System.IO.Compression;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Spolium.Data;

namespace Spolium.Golden;

/// <summary>Databases as earlier versions left them on the disk, compressed in tests/reference/golden.</summary>
public static class GoldenFolders
{
    public const string First = "20261125024246_First";

    /// <summary>Writes rows of a journal into a database of the named migration. Lists are left empty, as by a version that fell before it
    /// wrote them.</summary>
    public static void Write(string file, string migration, IEnumerable<StoredEntry> rows)
    {
        var temporary = Path.GetTempFileName();
        File.Delete(temporary);
        using (var db = new SpoliumDb(SpoliumDb.At(temporary)))
        {
            db.GetService<IMigrator>().Migrate(migration);
            db.Database.OpenConnection();
            var connection = (SqliteConnection)db.Database.GetDbConnection();
            using var transaction = connection.BeginTransaction();
            foreach (var row in rows)
            {
                Insert(
                    connection,
                    "INSERT INTO entry VALUES ($0, $1, $2, $3, $4, $5, $6, $7, $8, $9)",
                    row.Seq,
                    row.Id,
                    row.OccurredTicks,
                    row.OccurredOffsetMinutes,
                    row.RecordedTicks,
                    row.By,
                    row.Kind,
                    row.Schema,
                    row.Json,
                    row.Hash
                );
                foreach (var stream in row.Streams)
                    Insert(connection, "INSERT INTO entry_stream VALUES ($0, $1, $2)", stream.Stream, stream.Version, row.Seq);
            }
            transaction.Commit();
        }
        using (var from = File.OpenRead(temporary))
        using (var into = new GZipStream(File.Create(file), CompressionLevel.SmallestSize))
            from.CopyTo(into);
        File.Delete(temporary);
    }

    /// <summary>Puts such a database into a folder.</summary>
    public static void Unpack(string file, string folder)
    {
        using var from = new GZipStream(File.OpenRead(file), CompressionMode.Decompress);
        using var into = File.Create(Path.Combine(folder, "spolium.db"));
        from.CopyTo(into);
    }

    private static void Insert(SqliteConnection connection, string sql, params object[] values)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        for (var i = 0; i < values.Length; i++)
            command.Parameters.AddWithValue("$" + i, values[i]);
        command.ExecuteNonQuery();
    }
}
