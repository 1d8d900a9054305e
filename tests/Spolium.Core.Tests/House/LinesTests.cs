using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.House;

/// <summary>What people write here can be read at a glance.</summary>
public class LinesTests
{
    private const int Widest = 140;

    private const int Longest = 300;

    /// <summary>Lines of a method, its card included; the baths that several share stand apart.</summary>
    private const int LongestMethod = 160;

    private static IEnumerable<string> WrittenByHand =>
        new[] { "src", "tests", "bench" }
            .SelectMany(f => Directory.EnumerateFiles(Path.Combine(Repository.Root, f), "*.cs", SearchOption.AllDirectories))
            .Where(f =>
                !Path.GetRelativePath(Repository.Root, f).Split(Path.DirectorySeparatorChar).Any(p => p is "obj" or "bin" or "Migrations")
            );

    [Fact]
    public void No_line_is_wider_than_a_page()
    {
        Assert.NotEmpty(WrittenByHand);
        Assert.Empty(
            WrittenByHand.SelectMany(f =>
                File.ReadLines(f).Select((l, i) => (l, i)).Where(x => x.l.Length > Widest).Select(x => $"{Path.GetFileName(f)}:{x.i + 1}")
            )
        );
    }

    [Fact]
    public void No_file_is_longer_than_300_lines() =>
        Assert.DoesNotContain(WrittenByHand.Select(f => (Name: Path.GetFileName(f), Lines: File.ReadLines(f).Count())), f =>
            f.Lines > Longest
        );

    [Fact]
    public void A_method_reads_like_a_bench_card() =>
        Assert.DoesNotContain(
            Directory
                .EnumerateDirectories(Path.Combine(Repository.Root, "src/Spolium.Core/Methods"))
                .Where(stage => Path.GetFileName(stage) != "Baths")
                .SelectMany(stage => Directory.EnumerateFiles(stage, "*.cs"))
                .Select(f => (Name: Path.GetFileName(f), Lines: File.ReadLines(f).Count())),
            f => f.Lines > LongestMethod
        );
}
