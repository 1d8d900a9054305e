using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Worked problems by hand: 25.00 g of fine silver, 12.00 g of gold, 20 g of an alloy, through the methods themselves.</summary>
public class SilverAndGoldWorkedTests
{
    // Bottles of 100 % strength, so that a dose is grams of the pure substance.
    private static readonly Shop Pure = new(
        [.. Shop.UsualBottles.Select(b => b with { Strength = new(1), PlusMinus = 0 })],
        Core.Vessels.Vessel.Beakers
    );

    private static readonly Dictionary<string, string> None = [];

    private static Working Certain(double g) => Working.Given(g, Dimension.Mass, "metal", "test");

    private static Charge Liquor(LiquorKind kind, string metal, double g, double acid = 0) =>
        LiquorFeed.Of(
            kind,
            Working.Given(500, Dimension.Volume, "volume", "test"),
            [(metal, Certain(g))],
            Working.Given(acid, Dimension.Substance, "acid", "test"),
            new Draws("test")
        );

    private static double Figure(StepPlan plan, string label) =>
        plan.Figures.Single(f => f.Label!.StartsWith(label, StringComparison.Ordinal)).Likely;

    private static double Equation(Reaction r, string per, string reagent, double metal, string element) =>
        Molar.Grams(r.Need(Molar.Moles(Certain(metal), element), per, reagent), reagent).Likely;

    [Fact]
    public void Nitric_acid_for_25_g_of_silver_dilute_and_strong()
    {
        var row = MetalInAcid.Find("Ag", false)!;
        Assert.Equal(19.47, Equation(row.NitricByNo!, "Ag", "HNO3", 25, "Ag"), 0.005);
        Assert.Equal(28.6, Equation(row.NitricByNo!, "Ag", "HNO3", 25, "Ag") / 0.68, 0.05);
        Assert.Equal(29.21, Equation(row.NitricByNo2!, "Ag", "HNO3", 25, "Ag"), 0.005);

        // The method: A (19.47) less what an open vessel brings back (5 % of the reduced 4.87), by the likely factor 1.1 and the strength.
        var plan = Given.Step("nitric-part", Given.Metals(("Ag", 25)), options: new() { ["cover"] = "open", ["water"] = "5" });
        Assert.Equal(1.1 * (19.472 - 0.05 * 4.868) / 0.68, plan.Doses.Single(d => d.Id == "nitric").Grams.Likely, 0.02);
        var undiluted = Given.Step("nitric-part", Given.Metals(("Ag", 25)), options: new() { ["cover"] = "open", ["water"] = "0" });
        Assert.True(
            undiluted.Doses.Single(d => d.Id == "nitric").Grams.Likely > plan.Doses.Single(d => d.Id == "nitric").Grams.Likely * 1.2
        );
        Assert.DoesNotContain(undiluted.Doses, d => d.Id == "water");
    }

    [Fact]
    public void Silver_chloride_of_25_g_and_the_salt_for_it()
    {
        var plan = Given.Step("silver-chloride", Liquor(LiquorKind.Nitrate, "Ag", 25), shop: Pure);
        Assert.Equal(13.54, Figure(plan, "salt at least"), 0.01);
        Assert.Equal(33.22, Figure(plan, "silver chloride to come"), 0.01);
        Assert.Equal(39.37, Molar.Grams(Molar.Moles(Certain(25), "Ag"), "AgNO3").Likely, 0.01);
    }

    [Fact]
    public void Reducing_25_g_of_silver_from_its_chloride()
    {
        var cake = Charge.Empty.With(new("AgCl", Phase.Solid), Molar.Moles(Certain(25), "Ag"));
        var sugar = Given.Step("caustic-sugar", cake, shop: Pure);
        Assert.Equal(13.90, Figure(sugar, "caustic soda by the equations"), 0.01);
        Assert.Equal(20.88, Figure(sugar, "glucose by the equation"), 0.01);
        Assert.Equal(2 * 13.905, sugar.Doses.Single(d => d.Id == "caustic").Grams.Likely, 0.2);
        Assert.Equal(7.58, Figure(Given.Step("zinc-silver", cake, shop: Pure), "zinc by the equation"), 0.01);
        Assert.Equal(6.47, Figure(Given.Step("iron-silver", cake, shop: Pure), "iron by the equation"), 0.01);
    }

    [Fact]
    public void Copper_for_25_g_of_silver_and_for_the_free_acid()
    {
        var without = Given.Step("copper-cement", Liquor(LiquorKind.Nitrate, "Ag", 25), shop: Pure, options: new() { ["stands"] = "long" });
        Assert.Equal(7.36, Figure(without, "copper that goes into the liquor"), 0.01);
        var with = Given.Step(
            "copper-cement",
            Liquor(LiquorKind.Nitrate, "Ag", 25, 10 / 63.012),
            shop: Pure,
            options: new() { ["stands"] = "long" }
        );
        Assert.Equal(7.364 + 10 * 0.378, Figure(with, "copper that goes into the liquor"), 0.02);
        Assert.True(with.Doses.Single().Grams.Likely >= 2 * (7.364 + 3.78) - 0.5);
    }

    [Theory]
    [InlineData("ferrous", 50.8)]
    [InlineData("oxalic", 11.52)]
    [InlineData("sulphite", 11.52)]
    [InlineData("metabisulphite", 8.69)]
    public void Twelve_grams_of_gold_by_the_equation(string method, double grams) =>
        Assert.Equal(
            grams,
            Figure(Given.Step(method, Liquor(LiquorKind.Chloride, "Au", 12, 0.5), shop: Pure), MethodName(method) + " by the equation"),
            0.02
        );

    private static string MethodName(string method) =>
        method switch
        {
            "ferrous" => "ferrous sulphate",
            "oxalic" => "oxalic acid",
            _ => method,
        };

    [Fact]
    public void Twelve_grams_of_gold_by_bleach()
    {
        var plan = Given.Step("hypochlorite", Given.Metals(("Au", 12 / 0.995)), shop: Pure);
        Assert.Equal(6.80, Figure(plan, "oxidant by the equation"), 0.01);
        Assert.Equal(8.88, Figure(plan, "hydrochloric acid by the equation"), 0.01);
    }

    [Fact]
    public void Inquarting_20_g_of_an_alloy()
    {
        var alloy = Given.Metals(("Au", 11.7), ("Ag", 5), ("Cu", 3.3));
        var plan = Given.Step("inquart", alloy, shop: Pure);
        Assert.Equal(30.1, Figure(plan, "silver to add"), 0.01);
        Assert.Equal(26.8, Figure(plan, "metal to add"), 0.01);
        Assert.Equal(30.1, plan.Doses.Single(d => d.Id == "silver").Grams.Likely, 0.11);
        Assert.Equal(100 * 11.7 / 50.1, Figure(plan, "gold in the alloy"), 0.2);
        Assert.Equal(
            26.8,
            Given
                .Step("inquart", alloy, shop: Pure, options: new() { ["school"] = "quarter" })
                .Doses.Single(d => d.Id == "silver")
                .Grams.Likely,
            0.11
        );
    }

    [Fact]
    public void Least_silver_stays_in_solution_at_2_4_millimole_of_chloride()
    {
        double Left(double mmol) =>
            Core.Equilibrium.ChlorideSalts.SilverLeft(
                Working.Exact(mmol / 1e6, null, Dimension.Substance / Dimension.Volume),
                new Draws("left")
            ).Likely
            * 1e6
            * 107.868;
        Assert.Equal(0.057, Left(2.4), 0.003);
        Assert.Equal(2.4, Core.Equilibrium.ChlorideSalts.BestSurplus.Likely * 1e6, 0.7);
        Assert.True(Left(2.4) < Left(1.5) && Left(2.4) < Left(4));
        Assert.True(Left(200) > 4 * Left(10));
    }

    [Fact]
    public void A_school_by_factor_tells_the_chloride_that_it_leaves()
    {
        // 100 g Ag to the litre, 1.1 times the equation: 93 mmol/L stay free, in the volume of the liquor alone.
        var liquor = LiquorFeed.Of(
            LiquorKind.Nitrate,
            Working.Given(1000, Dimension.Volume, "v", "t"),
            [("Ag", Certain(100))],
            Working.Zero(Dimension.Substance),
            new Draws("test")
        );
        var plan = Given.Step("silver-chloride", liquor, shop: Pure, options: new() { ["factor"] = "1.1", ["by"] = "HCl" });
        var excess = plan.Figures.Single(f => f.Label == "free chloride that the school leaves").Likely * 1e6;
        Assert.InRange(excess, 85, 93);
    }

    // By its two pK at no ionic strength 0.36, 0.85, 1.03 and 1.35; salt lowers both pK by some 0.4 and 0.8.
    [Theory]
    [InlineData(1, 0.36, 0.60)]
    [InlineData(2, 0.85, 0.97)]
    [InlineData(3, 1.03, 1.30)]
    [InlineData(4, 1.35, 1.75)]
    public void Oxalic_acid_in_salt_takes_more_caustic_than_its_pk_say(int ph, double low, double high) =>
        Assert.InRange(Core.Equilibrium.OxalicCharge.At(ph).Likely, low, high);
}
