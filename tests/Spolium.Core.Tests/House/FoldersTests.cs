using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.House;

/// <summary>Tests lie where what they try lies: who moves a room takes them along.</summary>
public class FoldersTests
{
    private static IEnumerable<string> Folders(params string[] path) =>
        Directory.GetDirectories(Path.Combine([Repository.Root, .. path])).Select(d => Path.GetFileName(d)).Except(["bin", "obj"]);

    // Of all rooms together; and what stands on the disk, which the server is tried with.
    [Theory]
    [InlineData("Core", "House")]
    [InlineData("Server", "Store")]
    public void Every_folder_of_tests_is_a_room_and_no_test_lies_outside_of_one(string project, string beside)
    {
        Assert.Empty(Folders("tests", $"Spolium.{project}.Tests").Except(Folders("src", $"Spolium.{project}")).Except([beside]));
        Assert.Empty(Directory.GetFiles(Path.Combine(Repository.Root, "tests", $"Spolium.{project}.Tests"), "*Tests.cs"));
    }
}
