using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Records;
using Spolium.Core.Reference;
using Spolium.Core.Safety;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.House;

/// <summary>What a data file calls by a name is there under that name.</summary>
public class NamesInDataTests
{
    private static IReadOnlyList<string> Column(string file, string column) =>
        [.. ReferenceTable.Read(file, r => r.Text(column)).Where(t => t.Length > 0).Distinct()];

    [Fact]
    public void Elements_are_elements() =>
        Assert.All(
            [
                .. Column("material-library.csv", "element"),
                .. Column("metals-in-acid.csv", "element"),
                .. Column("feed-gates.csv", "element"),
            ],
            e => Assert.True(e == "plastic" || Elements.BySymbol.ContainsKey(e), e)
        );

    [Fact]
    public void Leavings_are_made_by_some_method()
    {
        string[] beside = [BesideThePlan.Spilt, BesideThePlan.Sample, BesideThePlan.Clung];
        var made = MethodCatalogue.All.SelectMany(m => m.Card.Outputs.Select(o => o.Id)).Concat(beside).ToHashSet();
        Assert.Subset(made, Column("holding-kinds.csv", "output").ToHashSet());
    }

    [Fact]
    public void Every_rule_of_what_never_meets_stands_in_the_page_on_safety()
    {
        var page = File.ReadAllText(Path.Combine(Repository.Root, "docs/safety.md"));
        Assert.All(NeverTogether.All, r => Assert.Contains($"| `{r.Id}` |", page, StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_priced_is_a_metal_or_a_work()
    {
        foreach (var (kind, item) in ReferenceTable.Read("made-up-prices.csv", r => (Kind: r.Text("kind"), Item: r.Text("item"))))
            Assert.True(
                kind switch
                {
                    "metal" => Elements.BySymbol.ContainsKey(item),
                    "work" => PriceList.Works.ContainsKey(item),
                    _ => false,
                },
                $"{kind} {item}"
            );
    }

    [Fact]
    public void Groups_that_never_meet_are_groups_and_gates_shut_what_they_know()
    {
        var groups = Column("substance-groups.csv", "group").ToHashSet();
        Assert.Subset(groups, Column("never-together.csv", "a").Concat(Column("never-together.csv", "b")).ToHashSet());
        Assert.All(Column("feed-gates.csv", "duty"), d => Assert.True(d == "any" || Enum.TryParse<Duty>(d, true, out _), d));
        Assert.All(Column("gases.csv", "formula"), g => Assert.Equal(g, GasHazard.Of(g).Formula));
    }
}
