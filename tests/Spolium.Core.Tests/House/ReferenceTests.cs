using Spolium.Cases;
using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Reference;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.House;

public class ReferenceTests
{
    [Theory]
    [InlineData("id,value\na,1", "no source column")]
    [InlineData("id,value,source\na,1,", "no source")]
    [InlineData("id,value,source\na,1,book\na,2,book", "stands twice")]
    public void Tables_without_sources_or_with_repeated_keys_are_refused(string csv, string reason)
    {
        using var reader = new StringReader(csv);
        Assert.Contains(
            reason,
            Assert.Throws<InvalidDataException>(() => ReferenceTable.Read("test.csv", reader, r => r.Text("id"), "id")).Message
        );
    }

    [Fact]
    public void Weights_are_those_of_2021()
    {
        Assert.Equal(92, Elements.BySymbol.Count);
        Assert.Equal(196.966570, Elements.Of("Au").Weight, 1e-6);
        Assert.Contains("pac-2019-0603", Elements.Of("Zn").Source);
    }

    [Fact]
    public void Every_prior_rises_and_is_documented_when_it_was_invented()
    {
        var page = File.ReadAllText(Path.Combine(Repository.Root, "docs/priors.md"));
        foreach (var p in Priors.ById.Values)
        {
            Assert.True(p.Triple.Low <= p.Triple.Likely && p.Triple.Likely <= p.Triple.High, p.Id);
            Assert.Equal(p.Invented, page.Contains($"`{p.Id}`"));
        }
    }

    [Fact]
    public void Every_prior_and_constant_is_used_by_something()
    {
        var source = string.Concat(
            Directory
                .EnumerateFiles(Path.Combine(Repository.Root, "src/Spolium.Core"), "*.cs", SearchOption.AllDirectories)
                .Where(f => !f.Contains("/obj/"))
                .Select(File.ReadAllText)
        );
        // Some are put together from a stem and an option, a salt or a reagent.
        string[] stems = ["returned-", "loss-", "bulk-", "solubility-", "wets-", "crystal-liquor-", "cooling-", "power-", "unknown-"];
        Assert.All(stems, s => Assert.Contains($"\"{s}\"", source));
        Assert.All(Priors.ById.Keys.Where(id => !stems.Any(s => id.StartsWith(s, StringComparison.Ordinal))), id =>
            Assert.Contains($"\"{id}\"", source)
        );
    }

    [Fact]
    public void Every_method_is_told_apart_and_says_what_it_must()
    {
        Assert.Equal(MethodCatalogue.All.Count, MethodCatalogue.All.Select(m => m.Id).Distinct().Count());
        foreach (var step in Given.Plan(Given.Charge(Given.Hl1(), 412.6)).Steps)
        {
            Assert.False(step.Plan.Refused);
            Assert.NotEmpty(step.Plan.Doses);
            Assert.NotEmpty(step.Plan.EndSigns);
            Assert.All(step.Plan.EndSigns, s => Assert.NotEmpty(s.NotProof));
            Assert.NotEmpty(step.Plan.Cautions);
            Assert.NotNull(step.Plan.Vessel);
            Assert.True(step.Plan.Attended.Likely > 0);
            Assert.Equal(step.Step.Makes, step.Plan.Outputs.Select(o => Route.Holding(step.Step.Id, o.Id)));
        }
    }

    [Fact]
    public void Worked_cases_that_are_answered_come_out_right()
    {
        var families = CaseRunner.Run(Path.Combine(Repository.Root, "tests/reference"));
        Assert.All(families, f => Assert.Empty(f.Wrong));
        string[] answered =
        [
            "molar-mass",
            "balance",
            "parse",
            "nitric-stoichiometry",
            "aqua-regia-stoichiometry",
            "residual-nitric",
            "residual-ladder",
            "gold-precipitant",
            "oxalic-copper",
            "mercury-copper",
            "product-possible",
            "wash",
            "sheet-time",
            "hydrate",
            "dilute-by-mass",
            "blend-two",
            "crystallise",
            "bleach-age",
            "above-possible",
            "density-check-points",
            "inquart",
            "oxalic-caustic",
            "silver-chloride",
            "silver-reduce",
            "copper-cement",
            "content-from-acid",
            "sheet-time-lean",
            "current",
        ];
        foreach (var family in answered)
            Assert.Equal(0, families.Single(f => f.Name == family).NotAnswered);
        Assert.Equal(343, families.Sum(f => f.Right));
    }

    [Fact]
    public void A_wrong_answer_is_called_wrong()
    {
        var folder = Directory.CreateTempSubdirectory();
        try
        {
            File.WriteAllText(
                Path.Combine(folder.FullName, "worked-problems.json"),
                """
                {"cases":[
                  {"id":"x","family":"molar-mass","given":{"formula":"HNO3"},"expect":{"g_per_mol":64.0},"tolerance":1e-6},
                  {"id":"y","family":"alchemy","given":{},"expect":{"gold":1}}
                ]}
                """
            );
            var families = CaseRunner.Run(folder.FullName);
            Assert.Equal(("x", "64"), (families[0].Wrong[0].Id, families[0].Wrong[0].Wanted));
            Assert.Equal((0, 1), (families[1].Right, families[1].NotAnswered));
        }
        finally
        {
            folder.Delete(true);
        }
    }
}
