using System.Runtime.InteropServices;

namespace Spolium.Data;

/// <summary>Puts the names of a folder on the disk, as the bytes of its files are: .NET itself flushes files alone.</summary>
internal static partial class FolderSync
{
    /// <summary>Returns when the folder's names are on the disk; does nothing where the system has no such call.</summary>
    public static void Flush(string folder)
    {
        if (!OperatingSystem.IsLinux() || Open(folder, 0) is not (>= 0 and var handle))
            return;
        _ = Sync(handle);
        _ = Close(handle);
    }

    /// <summary>Returns when the bytes of a file are on the disk.</summary>
    public static void FlushFile(string file)
    {
        using var stream = new FileStream(file, FileMode.Open, FileAccess.Write);
        stream.Flush(true);
    }

    [LibraryImport("libc", EntryPoint = "open", StringMarshalling = StringMarshalling.Utf8)]
    private static partial int Open(string path, int flags);

    [LibraryImport("libc", EntryPoint = "fsync")]
    private static partial int Sync(int handle);

    [LibraryImport("libc", EntryPoint = "close")]
    private static partial int Close(int handle);
}
