using System.Globalization;

namespace Spolium.Data;

/// <summary>One program writes to a folder at a time: another would miss entries and number streams twice. Held while the program runs; the
/// system lets go of it when it ends, however it ends.</summary>
public sealed class FolderLock : IDisposable
{
    private readonly FileStream held;

    private FolderLock(FileStream held) => this.held = held;

    /// <exception cref="CannotOpenException">Another program has the folder.</exception>
    public static FolderLock Take(string folder, TimeProvider time)
    {
        // A program that was just started by the one before may hold its files for a moment.
        for (var tries = 1; ; tries++)
            try
            {
                return TakeOnce(folder, time);
            }
            catch (CannotOpenException e) when (tries < MostTries && e.InnerException is IOException io && IsHeld(io))
            {
                Thread.Sleep(50);
            }
    }

    private const int MostTries = 8;

    private static FolderLock TakeOnce(string folder, TimeProvider time)
    {
        // Two files: the one that is locked cannot be read by who comes second.
        var by = Path.Combine(folder, "open-by.txt");
        try
        {
            Directory.CreateDirectory(folder);
            var held = new FileStream(Path.Combine(folder, "open.lock"), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
            File.WriteAllText(
                by,
                $"process {Environment.ProcessId} on {Environment.MachineName}, since "
                    + $"{time.GetLocalNow().ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture)}"
            );
            return new(held);
        }
        catch (UnauthorizedAccessException e)
        {
            throw new CannotOpenException(
                $"The folder {folder} cannot be written to: give Spolium a folder that it may write to, with --data.",
                e
            );
        }
        catch (IOException e)
        {
            throw new CannotOpenException(
                File.Exists(by) && IsHeld(e)
                    ? $"The folder {folder} is open already, in {File.ReadAllText(by)}: end that one first, or open another folder with "
                        + "--data."
                    : $"The folder {folder} cannot be opened: {e.Message}",
                e
            );
        }
    }

    // .NET tells a lock that another process holds by the error number of the system.
    private static bool IsHeld(IOException e) => e.HResult is 11 or 35 or unchecked((int)0x80070020);

    public void Dispose() => held.Dispose();
}
