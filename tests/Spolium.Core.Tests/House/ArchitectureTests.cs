using NetArchTest.Rules;
using Spolium.Core.Quantities;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.House;

/// <summary>The floors of the core: nothing imports upwards, and nothing of the outside comes in.</summary>
public class ArchitectureTests
{
    private static readonly string[] Floors =
    [
        "Quantities|Reference",
        "Records",
        "Chemistry",
        "Solutions",
        "Equilibrium|Kinetics",
        "Materials|Reagents|Vessels",
        "Journal",
        "Accounts",
        "Safety",
        "Methods",
        "Plans",
        "Ways",
        "Reconciling",
        "Learning",
        "Workshop",
        "Deciding",
    ];

    public static TheoryData<string, string[]> Above()
    {
        var data = new TheoryData<string, string[]>();
        for (var i = 0; i < Floors.Length - 1; i++)
            foreach (var room in Floors[i].Split('|'))
                data.Add(room, [.. Floors.Skip(i + 1).SelectMany(f => f.Split('|')).Select(r => "Spolium.Core." + r)]);
        return data;
    }

    [Theory]
    [MemberData(nameof(Above))]
    public void Nothing_imports_upwards(string room, string[] above)
    {
        var result = Types
            .InAssembly(typeof(Amount).Assembly)
            .That()
            .ResideInNamespaceStartingWith("Spolium.Core." + room)
            .ShouldNot()
            .HaveDependencyOnAny(above)
            .GetResult();
        Assert.True(result.IsSuccessful, $"{room} reaches up: {string.Join(", ", result.FailingTypeNames ?? [])}");
    }

    /// <summary>What is written outlives what reckons: old journals are read by whatever the methods have become.</summary>
    [Fact]
    public void Records_need_quantities_and_data_files_alone()
    {
        var others = Floors.SelectMany(f => f.Split('|')).Except(["Quantities", "Reference", "Records"]).Select(r => "Spolium.Core." + r);
        var result = Types
            .InAssembly(typeof(Amount).Assembly)
            .That()
            .ResideInNamespace("Spolium.Core.Records")
            .ShouldNot()
            .HaveDependencyOnAny([.. others])
            .GetResult();
        Assert.True(result.IsSuccessful, $"{string.Join(", ", result.FailingTypeNames ?? [])} reach out");
    }

    [Fact]
    public void Every_room_of_the_core_stands_on_a_floor()
    {
        var rooms = typeof(Amount)
            .Assembly.GetTypes()
            .Select(t => t.Namespace)
            .OfType<string>()
            .Where(n => n.StartsWith("Spolium.Core.", StringComparison.Ordinal))
            .Select(n => n.Split('.')[2])
            .Distinct();
        Assert.Subset(Floors.SelectMany(f => f.Split('|')).ToHashSet(), rooms.ToHashSet());
    }

    [Fact]
    public void The_core_knows_no_database_no_server_and_no_clock_of_its_own()
    {
        var core = typeof(Amount).Assembly;
        Assert.DoesNotContain(core.GetReferencedAssemblies(), a =>
            a.Name!.StartsWith("Microsoft.EntityFrameworkCore", StringComparison.Ordinal)
            || a.Name.StartsWith("Microsoft.AspNetCore", StringComparison.Ordinal)
        );
        var source = Directory
            .EnumerateFiles(Path.Combine(Repository.Root, "src/Spolium.Core"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/"));
        Assert.DoesNotContain(source, f =>
            File.ReadAllText(f).Contains("DateTimeOffset.UtcNow")
            || File.ReadAllText(f).Contains("DateTime.Now")
            || File.ReadAllText(f).Contains("new Random")
        );
    }
}
