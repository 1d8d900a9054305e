using Spolium.Core.Chemistry;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Reference;
using Spolium.Core.Safety;
using Xunit;

namespace Spolium.Core.Tests.Reagents;

/// <summary>A reagent is one row, and nothing that safety asks of it may be left out.</summary>
public class ReagentTests
{
    private const string Header =
        "formula,id,name,family,state,phase,ions,low,likely,high,trade,additives,test,care,reducing,chloride_ppm,"
        + "usual,usual_percent,density,loose,cas,hazards,groups,price,source";

    private static Reagent Row(string phase = "aqueous", string hazards = "danger H301", string groups = "none") =>
        ReferenceTable
            .Read(
                "reagents.csv",
                new StringReader(
                    $"{Header}\nNaNO2,nitrite,sodium nitrite,reducers,solid,{phase},Na+|NO2-,97,99,100,,,,,,,,,,,,{hazards},{groups},,here"
                ),
                r => (Species: r.Said("phase"), Reagent: Reagent.Of(r)),
                "formula"
            )
            .Single()
            .Reagent;

    [Fact]
    public void A_row_without_phase_hazards_or_groups_is_refused_and_says_which()
    {
        Assert.Equal("H301", Row().Marks.Single().Marks.Statements);
        Assert.Empty(Row().Groups);
        Assert.Equal(["nitrate", "urea"], Row(groups: "nitrate|urea").Groups);
        Assert.Contains("NaNO2' has no phase", Assert.Throws<InvalidDataException>(() => Row(phase: "")).Message);
        Assert.Contains("NaNO2' has no hazards", Assert.Throws<InvalidDataException>(() => Row(hazards: "")).Message);
        Assert.Contains("NaNO2' has no groups", Assert.Throws<InvalidDataException>(() => Row(groups: "")).Message);
        Assert.Contains("danger, warning or none", Assert.Throws<InvalidDataException>(() => Row(hazards: "H301")).Message);
        Assert.Contains("danger, warning or none", Assert.Throws<InvalidDataException>(() => Row(hazards: "5-10")).Message);
    }

    [Fact]
    public void Marks_go_by_strength()
    {
        Assert.Equal(new HazardRange(20, 65, new("danger", "H290 H314")), HazardRange.Parse(" 20-65 danger H290 H314 "));
        Assert.Equal(new HazardRange(0, 100, new("none", "")), HazardRange.Parse("none"));
        Assert.Contains("H330", Hazards.Of("HNO3", 80)!.Statements);
        Assert.DoesNotContain("H330", Hazards.Of("HNO3", 68)!.Statements);
        Assert.Equal("warning", Hazards.Of("H2O2", 3)!.Signal);
        Assert.Null(Hazards.Of("HNO3", 2));
        Assert.Equal("danger", Hazards.Of("HAuCl4", 10)!.Signal);
    }

    [Fact]
    public void Every_kind_of_bottle_is_marked_or_said_to_be_harmless() =>
        Assert.All(ReagentForm.All, f =>
            Assert.True(Hazards.Of(f.Formula, f.Percent.Likely) is not null, $"{f.Name} of {f.Percent.Likely} %")
        );

    [Fact]
    public void What_a_bottle_holds_counts_in_the_groups_that_its_row_names()
    {
        foreach (var reagent in Reagent.All)
        foreach (var group in reagent.Groups)
            Assert.Contains(reagent.Formula, SubstanceGroup.ById[group].Holds);
    }

    [Fact]
    public void Every_kind_can_be_poured_and_belongs_to_a_reagent()
    {
        Assert.Equal(ReagentForm.All.Count, ReagentForm.All.Select(f => f.Id).Distinct().Count());
        Assert.All(ReagentForm.All, f => Assert.NotEmpty(Species.InVessel(f.Formula)));
        var further = ReferenceTable.Read("reagent-forms.csv", r => r.Text("formula"));
        Assert.Subset(Reagent.All.Select(r => r.Formula).ToHashSet(), further.ToHashSet());
        Assert.Equal(Reagent.All.Count + further.Count, ReagentForm.All.Count);
    }

    [Fact]
    public void A_loose_solid_that_has_a_density_has_it_from_its_row()
    {
        var sugar = ReagentForm.BulkDensity("C12H22O11", new Draws("a spoon"))!;
        Assert.Equal(0.85, sugar.Likely, 1e-9);
        Assert.Contains("small shop 2", sugar.Source);
        Assert.Null(ReagentForm.BulkDensity("Na2SO3", new Draws("a spoon")));
    }
}
