using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>A melt says what else goes into the bar; what is drawn out before does not.</summary>
public class BarTests
{
    // 5 L of fixer with 3 g/L.
    private static StepPlan Sludge(string rest) =>
        Given.Step("fixer-iron", RefusalTests.Of("Ag(S2O3)2 3- 46.2, Na+ 200, S2O3 2- 400, H2O 4800"), options: new() { ["rest"] = rest });

    private static double Iron(StepPlan plan) => plan.Outputs.Single(o => o.Id == "sludge").Charge.Grams(new("Fe", Phase.Solid)).Likely;

    [Fact]
    public void Iron_is_drawn_out_of_the_sludge_and_stands_as_a_holding_of_its_own()
    {
        var (drawn, stays) = (Sludge("drawn"), Sludge("stays"));
        Assert.Equal(0.1 * Iron(stays), Iron(drawn), 0.03 * Iron(stays));
        Assert.Equal(
            Iron(stays),
            Iron(drawn) + drawn.Outputs.Single(o => o.Id == "iron").Charge.Grams(new("Fe", Phase.Solid)).Likely,
            0.02 * Iron(stays)
        );
        Assert.DoesNotContain(stays.Outputs, o => o.Id == "iron");
    }

    [Fact]
    public void A_melt_tells_the_fineness_and_what_else_the_bar_holds()
    {
        var plan = Given.Step("melt", RefusalTests.Of("Ag 14.7, Fe 11.7"));
        Assert.Equal(0.557, plan.Figures.Single(f => f.Label == "fineness of the bar").Likely, 0.002);
        var told = Assert.Single(plan.Cautions, c => c.Text.StartsWith("The bar will hold", StringComparison.Ordinal)).Text;
        Assert.Contains("of iron, 44 % of it", told);
        Assert.Contains("dilute sulphuric acid", told);
        Assert.DoesNotContain(Given.Step("melt", RefusalTests.Of("Ag 14.7, Fe 0.1")).Cautions, c =>
            c.Text.StartsWith("The bar will hold", StringComparison.Ordinal)
        );
        Assert.Contains(
            "bring the metal down again",
            Given
                .Step("melt", RefusalTests.Of("Ag 14, Cu 2"))
                .Cautions.Single(c => c.Text.StartsWith("The bar will", StringComparison.Ordinal))
                .Text
        );
    }
}
