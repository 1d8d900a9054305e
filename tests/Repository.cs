namespace Spolium.Tests;

internal static class Repository
{
    /// <summary>The folder of the solution.</summary>
    public static string Root { get; } = Find();

    private static string Find()
    {
        var at = new DirectoryInfo(AppContext.BaseDirectory);
        while (at is not null && !File.Exists(Path.Combine(at.FullName, "Spolium.slnx")))
            at = at.Parent;
        return at?.FullName ?? throw new InvalidOperationException("The tests run outside of the repository.");
    }
}
