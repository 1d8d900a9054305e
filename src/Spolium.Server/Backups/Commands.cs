using Spolium.Data;

namespace Spolium.Server.Backups;

/// <summary>What the program does instead of serving: --backup FILE, --restore FILE, --verify need no lock and bring no folder up to a
/// newer version; --rebuild makes the lists again.</summary>
public static class Commands
{
    private const int Failed = 4;

    /// <summary>The exit code; null where the program is to serve.</summary>
    public static int? Run(string[] args)
    {
        string? Value(string name) => Array.IndexOf(args, name) is >= 0 and var at && at + 1 < args.Length ? args[at + 1] : null;
        var folder = Value("--data") ?? "data/demo";
        var now = TimeProvider.System.GetUtcNow();
        try
        {
            if (Value("--backup") is { } target)
                return Say($"{target}: {Backup.Make(folder, target, now).Entries} entries of {folder}, checked.");
            if (Value("--restore") is { } file)
                return Say($"{folder}: {Backup.Restore(file, folder, now).Entries} entries restored from {file}, checked.");
            if (args.Contains("--rebuild"))
                return Rebuilt(folder);
            if (!args.Contains("--verify"))
                return null;
            var found = Verifying.Of(Path.Combine(folder, "spolium.db"), lists: true, tell: Console.WriteLine);
            foreach (var fault in found.Faults)
                Console.Error.WriteLine(fault);
            return found.Sound
                ? Say(
                    $"{folder}: {found.Entries} entries, the chain is whole, the lists are those of a replay, the book sums to nothing, "
                        + "the pictures are what they were."
                )
                : Failed;
        }
        catch (CannotOpenException e)
        {
            Console.Error.WriteLine(e.Message);
            return Failed;
        }
    }

    private static int Rebuilt(string folder)
    {
        using var store = JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System, Console.WriteLine);
        store.Rebuild(Console.WriteLine);
        return Say($"{folder}: the lists of {store.Ledger.State.Entries.Count} entries were made again.");
    }

    private static int Say(string words)
    {
        Console.WriteLine(words);
        return 0;
    }
}
