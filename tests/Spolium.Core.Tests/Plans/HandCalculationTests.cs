using Spolium.Core.Chemistry;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Plans;

/// <summary>
/// HL-1 by hand for the likely world, with every prior at its likely, and again with the gold content alone at its low and
/// high. The sums below are written out from the rules, not taken from the product.
/// </summary>
public class HandCalculationTests
{
    private const double Cu = 63.546,
        Zn = 65.38,
        Au = 196.966570,
        Hno3 = 63.012,
        Hcl = 36.458,
        Sulfamic = 97.0878;

    [Theory]
    [InlineData(1.6)]
    [InlineData(2.1)]
    [InlineData(2.7)]
    public void The_fold_agrees_with_a_hand_calculation(double goldPercent)
    {
        var feed = Given.Charge(Given.Hl1(goldPercent, goldPercent, goldPercent, copperSure: true), 412.6);
        var plan = Given.Plan(feed);
        double Dose(string step, string dose) => plan.Of(step).Plan.Doses.Single(d => d.Id == dose).Grams.Likely;

        // the lot
        var gold = 412.6 * goldPercent / 100;
        var brass = 412.6 - gold;
        var copper = brass * 0.63;
        var zinc = brass - copper;

        // strip: 2 % of the foils' mass stays base metal; 5 % of the zinc goes to ammonium; x = 0 in cut acid; 30 % comes back; F 1.1
        var stays = gold * 0.02 / 0.98 / brass;
        var nCu = copper / Cu * (1 - stays);
        var nZn = zinc / Zn * (1 - stays);
        var straight = nCu + 0.95 * nZn;
        var acid = straight * 8 / 3 + 0.05 * nZn * 10 / 4;
        var reduced = straight * 2 / 3;
        var nitric = 1.1 * (acid - 0.3 * reduced) * Hno3 / 0.68;
        Assert.Equal(
            0,
            plan.Of("1-nitric-strip").Plan.Figures.Single(f => f.Label!.StartsWith("share that goes", StringComparison.Ordinal)).Likely
        );
        Assert.Equal(nitric, Dose("1-nitric-strip", "nitric"), 1e-6 * nitric);

        // gases of the strip: NO of what is reduced, at 24.465 L/mol
        Assert.Equal(reduced * 24.4654, plan.Of("1-nitric-strip").Plan.Gases[0].Made.Likely / 1000, 0.01);

        // dissolve: fines 0.3 %, undissolved 0.5 %; 80 % of the zinc left goes with hydrochloric acid alone
        var foils = gold * 0.997;
        var leftCu = copper / Cu * stays;
        var leftZn = zinc / Zn * stays;
        var nAu = foils / Au * 0.995;
        var r = nAu + leftCu * 2 / 3 + leftZn * 0.2 * 2 / 3;
        var driven = 0.08 * 0.4 * 0.5 * 0.2 * 0.7 * r;
        var aqua = 1.2 * 0.7 * r + driven;
        Assert.Equal(aqua * Hno3 / 0.68, Dose("2-aqua-regia", "nitric"), 1e-6);
        var hcl = (2.5 * 4 * nAu + 1.1 * 2 * (leftCu + leftZn) + 3 * driven) * Hcl / 0.37;
        Assert.InRange(Dose("2-aqua-regia", "hcl"), hcl, hcl * 1.06);

        // denitrate: what came with the foils' heel after three washes counts too
        var heel = plan.Of("2-aqua-regia").Input.Of(Species.Nitrate).Likely;
        var left = (heel + aqua - 0.7 * r) * Math.Exp(-0.08 * 0.4 * 0.5);
        Assert.Equal(left * Sulfamic / 0.99 + 0.2, Dose("3-sulfamic", "sulfamic"), 1e-4);

        // bring down: 0.5 % stays on the filter; 1.3 g per gram over 97 %
        var inSolution = nAu * Au * 0.995;
        Assert.Equal(inSolution * 1.3 / 0.97, Dose("5-metabisulphite", "metabisulphite"), 1e-3);

        // melt: barren 0.1 %, wash 0.1 %, handling 0.05 %, melt 0.2 %
        Assert.Equal(inSolution * 0.999 * 0.999 * 0.9995 * 0.998, plan.Product("Au").Likely, 1e-6);
    }

    [Fact]
    public void Worlds_with_more_gold_in_the_lot_give_more_gold_and_take_more_metabisulphite()
    {
        var plan = Given.Plan(Given.Charge(Given.Hl1(), 412.6));
        var lot = plan.Feed.Element("Au").Amount;
        Assert.True(Correlation(lot, plan.Product("Au").Amount) > 0.95);
        Assert.True(Correlation(lot, plan.Of("5-metabisulphite").Plan.Doses[1].Grams.Amount) > 0.95);
    }

    [Fact]
    public void A_step_before_another_reshuffles_no_draw()
    {
        var charge = Given.Metals(("Au", 8), ("Cu", 0.2));
        var alone = Given.Step("aqua-regia", charge);
        Given.Step("nitric-strip", Given.Metals(("Cu", 10)));
        var again = Given.Step("aqua-regia", charge);
        Assert.All(Enumerable.Range(0, Amount.Worlds), w => Assert.Equal(alone.Doses[1].Grams.Amount[w], again.Doses[1].Grams.Amount[w]));
    }

    [Fact]
    public void A_weighed_holding_narrows_what_is_in_it_and_what_follows()
    {
        var feed = Given.Charge(Given.Hl1(), 206.3);
        var before = Given.Plan(feed);
        var facts = new Dictionary<string, Facts>
        {
            ["1-nitric-strip"] = Facts.None with
            {
                Begun = true,
                Weighed = new Dictionary<string, TypedNumber> { ["foils"] = Given.Grams(4.43, 0.02) },
            },
        };
        var after = Given.Plan(feed, facts);
        var gold = after.Of("1-nitric-strip").Plan.Outputs[0].Charge.Element("Au");
        Assert.True(gold.Range.Width < 0.3 * before.Of("1-nitric-strip").Plan.Outputs[0].Charge.Element("Au").Range.Width);
        Assert.True(gold.Likely < 4.43);
        Assert.True(after.Product("Au").Range.Width < 0.3 * before.Product("Au").Range.Width);
        var solids = after.Of("1-nitric-strip").Plan.Outputs[0].Charge;
        Assert.Equal(
            4.43,
            solids.Grams(Species.Gold).Likely + solids.Grams(new("Cu", Phase.Solid)).Likely + solids.Grams(new("Zn", Phase.Solid)).Likely,
            1e-9
        );
    }

    private static double Correlation(Amount a, Amount b) => Amount.Covariance(a, b) / (a.Sigma * b.Sigma);
}
