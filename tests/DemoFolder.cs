using Spolium.Data;
using Spolium.Demo;

namespace Spolium.Tests;

/// <summary>The demo shop, built once for a run of tests: each test works on a copy of its own.</summary>
internal static class DemoFolder
{
    private static readonly Lock Building = new();
    private static readonly Dictionary<DateTimeOffset, string> Built = [];

    /// <param name="now">The demo's own now.</param>
    public static void CopyTo(string folder, DateTimeOffset now, TimeProvider time)
    {
        string template;
        lock (Building)
        {
            if (!Built.TryGetValue(now, out template!))
            {
                Built[now] = template = Directory.CreateTempSubdirectory("spolium-template").FullName;
                using var store = JournalStore.Open(Path.Combine(template, "spolium.db"), time);
                store.Import(DemoShop.Entries(now));
            }
        }
        Directory.CreateDirectory(folder);
        foreach (var file in Directory.EnumerateFiles(template, "spolium.db*"))
            File.Copy(file, Path.Combine(folder, Path.GetFileName(file)));
    }
}
