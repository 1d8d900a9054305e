using System.Text.Json;
using Microsoft.Data.Sqlite;

namespace Spolium.Data;

/// <summary>Why a shop cannot be opened, in one sentence: which file, what is wrong, what to do. Nothing was changed.</summary>
public sealed class CannotOpenException(string message, Exception? inner = null) : Exception(message, inner)
{
    /// <summary>What went wrong while a database was opened, as a sentence; null for what is no fault of the file.</summary>
    public static CannotOpenException? Of(string file, Exception e) =>
        e switch
        {
            CannotOpenException known => known,
            UnknownEntryException => new($"{file}: {e.Message}", e),
            JsonException or FormatException => new(
                $"{file}: an entry cannot be read ({e.Message}). Keep the file as it is, and restore the last good backup into an empty "
                    + "folder.",
                e
            ),
            SqliteException { SqliteErrorCode: 5 or 6 } => new(
                $"{file} is locked by another program: close what has it open (a table program, a copy that runs), then start again.",
                e
            ),
            SqliteException { SqliteErrorCode: 8 } => new(
                $"{file} or its folder cannot be written to: give it back its write permission, or open another folder with --data.",
                e
            ),
            SqliteException { SqliteErrorCode: 11 or 26 } => new(
                $"{file} is damaged or no database of Spolium ({e.Message}). Keep it as it is, and restore the last good backup into an "
                    + "empty folder.",
                e
            ),
            SqliteException { SqliteErrorCode: 13 } => new(
                $"{file}: the disk is full. Make room, then start again; what was written before is there.",
                e
            ),
            SqliteException { SqliteErrorCode: 14 or 10 } => new(
                $"{file} cannot be opened or read ({e.Message}): look at the disk and at the permissions of the folder.",
                e
            ),
            UnauthorizedAccessException or IOException => new($"{file} cannot be opened: {e.Message}", e),
            { InnerException: { } inner } => Of(file, inner),
            _ => null,
        };
}
