using Microsoft.Data.Sqlite;

namespace Spolium.Data;

/// <summary>Reads rows of the journal where no tracker is wanted: one by one, many at a time, or of a file of an earlier version.</summary>
internal static class EntryReader
{
    /// <summary>In the order in which they are read; the chain may stand behind them.</summary>
    public const string Columns = "Seq, Id, OccurredTicks, OccurredOffsetMinutes, RecordedTicks, By, Kind, Schema, Json, Hash";

    public static EntryRow Row(SqliteDataReader r) =>
        new()
        {
            Seq = r.GetInt64(0),
            Id = r.GetString(1),
            OccurredTicks = r.GetInt64(2),
            OccurredOffsetMinutes = r.GetInt32(3),
            RecordedTicks = r.GetInt64(4),
            By = r.GetString(5),
            Kind = r.GetString(6),
            Schema = r.GetInt32(7),
            Json = r.GetString(8),
            Hash = r.GetString(9),
            Chain = r.FieldCount > 10 && !r.IsDBNull(10) ? (byte[])r.GetValue(10) : null,
        };
}
