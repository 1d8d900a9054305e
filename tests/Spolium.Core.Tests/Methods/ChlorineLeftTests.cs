using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Chlorine stays dissolved until somebody has seen that it is off: till then what makes nitrogen trichloride of it is
/// locked.</summary>
public class ChlorineLeftTests
{
    private static IReadOnlyList<SafetyFinding> Findings(string bath, string next, bool seen)
    {
        var route = Routes.Chain([bath, next]);
        var facts = new Dictionary<string, Facts>();
        if (seen)
            facts["1-" + bath] = Facts.None with
            {
                Begun = true,
                Signs = new HashSet<string> { "chlorine-off" },
            };
        var draws = new Draws("chlorine");
        var plan = Planner.Fold(RefusalTests.Of("Au 10, Cu 0.5, NO3- 1, H+ 0.02, H2O 5"), route, Shop.Usual, facts, draws);
        Assert.Null(plan.Refused);
        return StepSafety.FindingsOf(plan.Of("2-" + next), draws);
    }

    [Theory]
    [InlineData("hypochlorite", "urea")]
    [InlineData("chlorine-hcl", "sulfamic")]
    public void Urea_and_sulfamic_acid_are_locked_until_it_was_seen_to_be_off(string bath, string next)
    {
        Assert.Contains(Findings(bath, next, false), f => f is { Row: { Id: "chlorine-urea", Verdict: Verdict.Stop }, DoseId: not null });
        Assert.DoesNotContain(Findings(bath, next, true), f => f.Row.Id == "chlorine-urea");
    }

    [Fact]
    public void At_most_7_g_a_litre_and_likely_none()
    {
        var plan = Given.Step("chlorine-hcl", RefusalTests.Of("Au 10, Cu 0.5"));
        var liquor = plan.Outputs[0].Charge;
        var chlorine = liquor.Grams(new("Cl2", Core.Chemistry.Phase.Aqueous));
        var litres = liquor.LiquorVolume(new Draws("test")).Likely / 1000;
        Assert.Equal(0, chlorine.Likely);
        Assert.InRange(chlorine.Range.High / litres, 2, 8);
    }
}
