using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Figures of the rules, one by one, through the methods that use them: what a gram takes, what a gram gives.</summary>
public class MethodFiguresTests
{
    private static readonly Shop Pure = new(
        [.. Shop.UsualBottles.Select(b => b.Formula == "H2O2" ? b with { PlusMinus = 1e-9 } : b with { Strength = new(1), PlusMinus = 0 })],
        Core.Vessels.Vessel.Usual
    );

    private static double Figure(StepPlan plan, string label) =>
        plan.Figures.First(f => f.Label!.StartsWith(label, StringComparison.Ordinal)).Likely;

    private static double Gas(StepPlan plan, string formula) => plan.Gases.Single(g => g.Formula == formula).Made.Likely / 1000;

    private static StepPlan Step(string method, string charge, params (string Id, string Value)[] options) =>
        Given.Step(method, RefusalTests.Of(charge), options: options.ToDictionary(o => o.Id, o => o.Value), shop: Pure);

    [Fact]
    public void Etching_a_gram_of_copper_takes_1_148_of_hydrochloric_acid_and_0_535_of_peroxide_or_air()
    {
        var plan = Step("peroxide-etch", "Cu 100, Au 1");
        Assert.Equal(114.8, Figure(plan, "hydrochloric acid by the equations"), 0.1);
        Assert.Equal(53.5, Figure(plan, "peroxide by the equations"), 0.1);
        // 3.97 g of copper to a gram of oxygen: what the peroxide does not take.
        var started = plan.Doses.Single(d => d.Id == "peroxide").Grams.Likely * 0.03;
        Assert.Equal((100 - started / 0.535) / 3.97, Figure(plan, "oxygen to come from the air"), 0.3);
        // Gold stays as foils, but for a trace.
        Assert.True(plan.Outputs[0].Charge.Grams(Species.Gold).Likely > 0.995);
    }

    [Theory]
    [InlineData("C3Cl3N3O3", 0.316, 0.471)]
    [InlineData("Ca(OCl)2", 0.342, 1.020)]
    public void Chlorine_from_a_gram_of_tablets_or_powder(string salt, double litres, double acid)
    {
        var plan = Step("chlorine-hcl", "Au 10", ("from", salt));
        var made = Reaction.Of(salt == "Ca(OCl)2" ? "Ca(OCl)2 + HCl = CaCl2 + Cl2 + H2O" : "C3Cl3N3O3 + HCl = C3H3N3O3 + Cl2");
        var gram = Molar.Moles(Working.Exact(1, null, Dimension.Mass), salt);
        Assert.Equal(litres, Molar.GasVolume(made.Need(gram, salt, "Cl2")).Likely / 1000, 0.001);
        Assert.Equal(acid, Molar.Grams(made.Need(gram, salt, "HCl"), "HCl").Likely, 0.001);
        // The generator is charged for what the vessel does not take as well: 60 % is taken.
        var tablets = plan.Doses.Single(d => d.Id == "tablets").Grams.Likely;
        Assert.Equal(Figure(plan, "chlorine by the equations") / 0.6 / 1000, tablets * litres, 0.02);
        Assert.All(plan.Doses.Where(d => d.Id is "tablets" or "drip-acid"), d => Assert.True(d.Apart));
    }

    [Fact]
    public void A_gram_of_nitric_acid_eats_3_126_g_of_gold()
    {
        var plan = Step("spare-gold", "H2O 100, H+ 0.2, NO3- 0.984, Cl- 7, AuCl4- 1");
        Assert.Equal(3.126, Figure(plan, "gold that the nitric acid eats"), 0.005);
        Assert.Equal(0, plan.Outputs[0].Charge.Of(Species.Nitrate).Likely, 1e-9);
    }

    [Fact]
    public void Iron_on_fixer_takes_0_259_g_a_gram_and_current_gives_4_025_g_an_ampere_hour()
    {
        // 10 g of Ag(S2O3)2 3- hold 3.248 g of silver.
        const string fixer = "Ag(S2O3)2 3- 10, Na+ 40, S2O3 2- 80, H2O 900";
        var iron = Step("fixer-iron", fixer);
        Assert.Equal(0.259 * Figure(iron, "silver in the fixer"), Figure(iron, "iron by the equation"), 0.002);
        Assert.Equal(3 * Figure(iron, "iron by the equation"), iron.Doses.Single().Grams.Likely, 0.02);
        var current = Step("fixer-current", fixer, ("amperes", "2"));
        Assert.Equal(Figure(current, "silver to plate out") / 4.025 / 0.7, Figure(current, "ampere-hours"), 0.002);
        Assert.Equal(Figure(current, "ampere-hours") / 2, current.Unattended.Likely, 0.002);
        // It stops at 0.4 g/L of what is there.
        var left = current.Outputs.Single(o => o.Id == "fixer").Charge;
        Assert.Equal(0.4, left.Element("Ag").Likely / left.LiquorVolume(new Draws("test")).Likely * 1000, 0.02);
    }

    [Fact]
    public void Roasted_iron_takes_three_of_sulphuric_and_copper_oxide_one()
    {
        // 80 g of CuO are 1.006 mol, 16 g of Fe2O3 0.1002 mol; 95 % of the one dissolves, a tenth of the other.
        Assert.Equal(
            (0.95 * 1.0057 + 0.1 * 3 * 0.1002) * 98.08,
            Figure(Step("sulfuric-leach", "CuO 80, Fe2O3 16, Au 1"), "sulphuric acid by the equations"),
            0.3
        );
        // By hydrochloric acid two and six of them.
        Assert.Equal(
            (0.95 * 2 * 1.0057 + 0.1 * 6 * 0.1002) * 36.46,
            Figure(Step("hydrochloric-leach", "CuO 80, Fe2O3 16, Au 1"), "hydrochloric acid by the equations"),
            0.3
        );
    }

    [Fact]
    public void Tin_goes_with_hydrochloric_acid_and_hydrogen_and_gold_stays()
    {
        // 5 g of tin are 0.0421 mol; 95 % dissolves: 0.04 mol of hydrogen, 0.979 L.
        var plan = Step("hydrochloric-leach", "Sn 5, Cu 90, Au 5");
        Assert.Equal(0.979, Gas(plan, "H2"), 0.01);
        Assert.Equal(0.25, plan.Outputs[0].Charge.Grams(new("Sn", Phase.Solid)).Likely, 0.001);
        Assert.Equal(5, plan.Outputs[0].Charge.Grams(Species.Gold).Likely, 1e-9);
        Assert.Contains("H2", plan.Gases.Select(g => g.Formula));
    }

    [Fact]
    public void Surplus_zinc_goes_off_with_hydrogen()
    {
        // 25 g of silver in its chloride: 7.576 g of zinc reduce, half as much again makes hydrogen: 3.788 g, 0.0579 mol and what the
        // unreduced chloride left.
        var plan = Step("zinc-silver", "AgCl 33.216");
        Assert.Equal((3.788 + 0.005 * 7.576) / 65.38 * 24.465, Gas(plan, "H2"), 0.01);
        Assert.Equal(24.875, plan.Outputs[0].Charge.Grams(new("Ag", Phase.Solid)).Likely, 0.001);
        Assert.Equal(0, plan.Outputs[0].Charge.Grams(new("Zn", Phase.Solid)).Likely, 1e-9);
    }

    [Fact]
    public void Oxalic_acid_frees_0_373_L_of_gas_a_gram_of_gold_and_wants_caustic_by_the_ph()
    {
        // 20.63 g of AuCl4- are 11.97 g of gold; 0.1 % stays in the liquor.
        var plan = Step("oxalic", "AuCl4- 20.64, H+ 0.2, Cl- 5, H2O 400", ("ph", "2"));
        Assert.Equal(12.0, Figure(plan, "gold in solution"), 0.01);
        Assert.Equal(12 * 0.999 * 0.3726, Gas(plan, "CO2"), 0.02);
        // n = free acid + 3 n(Au) + 0.85 · half of 1.5 n(Au).
        var gold = 12.0 / 196.967;
        Assert.Equal((0.2 / 1.008 + 3 * gold + 0.85 * 0.5 * 1.5 * gold) * 39.997, Figure(plan, "caustic soda"), 0.1);
    }

    [Theory]
    [InlineData("Cu2+ 10", 10 / 63.546, "accept")]
    [InlineData("Ni2+ 5", 5 / 58.693, "refuse")]
    [InlineData("Pb2+ 2", 2 / 207.2, "refuse")]
    public void Two_protons_for_each_metal_that_falls_as_oxalate(string metal, double moles, string copper)
    {
        StepPlan With(string more) => Step("oxalic", "AuCl4- 17.24, H+ 0.2, Cl- 16, H2O 400" + more, ("ph", "2"), ("copper", copper));
        var (without, with) = (With(""), With(", " + metal));
        // Seven tenths of it fall; the water of the 10 % solution is in the vessel too.
        var more = Figure(with, "caustic soda") - Figure(without, "caustic soda");
        Assert.Equal(0.7 * 2 * moles * 39.997, more, 0.02);
        double Water(StepPlan plan) => plan.Doses.Single(d => d.Id == "caustic-water").Grams.Likely;
        Assert.Equal(9 * Figure(with, "caustic soda"), Water(with), 0.05 * Water(with));
    }

    [Fact]
    public void Oxalate_that_iron_holds_is_poured_and_frees_acid_too()
    {
        var plan = Step("oxalic", "AuCl4- 17.24, H+ 0.2, Cl- 16, Fe3+ 1, H2O 400");
        Assert.Equal(2 / 55.845 * 126.064, Figure(plan, "oxalic acid that iron(III) binds"), 0.05);
        var without = Step("oxalic", "AuCl4- 17.24, H+ 0.2, Cl- 16, H2O 400");
        Assert.Equal(2 * 2 / 55.845 * 39.997, Figure(plan, "caustic soda") - Figure(without, "caustic soda"), 0.05);
    }

    // 10 g of gold take 7.24 g of the 13 g of metabisulphite, 9.60 g of the 14.4 g of sulphite; the rest may go off, whatever stands
    // beside the gold.
    [Theory]
    [InlineData("metabisulphite", 1.48)]
    [InlineData("sulphite", 0.93)]
    public void Sulphur_dioxide_is_at_most_what_the_gold_does_not_take(string method, double litres)
    {
        var plan = Step(method, "AuCl4- 17.24, H+ 0.5, Cl- 16, Cu2+ 30, Pb2+ 3, H2O 400");
        Assert.Equal(litres, Gas(plan, "SO2"), 0.02);
    }

    [Fact]
    public void Granulating_wants_ten_times_its_mass_of_water_and_silver_nitrate_holds_1_575_times_its_silver()
    {
        Assert.Equal(600, Figure(Step("granulate", "Ag 60"), "water to pour into"), 1e-6);
        var crystals = Step("crystallise-silver-nitrate", "Ag+ 25, NO3- 14.37, H2O 300");
        Assert.Equal(39.37, Figure(crystals, "silver nitrate in the liquor"), 0.02);
        // Hot saturated at 95 %, cold at 20 °C: what falls is m − s W, W = m/(0.95 s hot).
        var table = Core.Solutions.Solubility.BySalt["AgNO3"];
        var (hot, cold) = (table.At(80, new Draws("x"))!.GramsPerGramWater.Likely, table.At(20, new Draws("x"))!.GramsPerGramWater.Likely);
        Assert.Equal(39.37 * (1 - cold / (0.95 * hot)), Figure(crystals, "silver nitrate that falls"), 0.05);
    }

    // 5 g of palladium as PdCl6 2- are 0.047 mol: two copper each, 5.97 g; as PdCl4 2- one, 2.99 g.
    [Theory]
    [InlineData("PdCl6 2- 15", 15 / 319.12 * 2 * 63.546)]
    [InlineData("PdCl4 2- 12", 12 / 248.22 * 63.546)]
    public void Palladium_in_chloride_takes_copper(string palladium, double grams)
    {
        var plan = Step("copper-cement", palladium + ", H+ 0.5, Cl- 20, H2O 500");
        Assert.Equal(grams, Figure(plan, "copper that goes into the liquor"), 0.02 * grams);
        Assert.Equal(0, plan.Outputs.Single(o => o.Id == "liquor").Charge.Element("Pd").Likely, 0.1);
    }

    // 75.26 g of silver are 100 g of chloride under 400 mL: 0.14 g of acid a mL, so that the bath is 10 to 15 %.
    [Fact]
    public void Zinc_on_silver_chloride_stands_in_a_bath_of_10_to_15_per_cent()
    {
        var plan = Step("zinc-silver", "AgCl 100");
        double Grams(string dose) => plan.Doses.Single(d => d.Id == dose).Grams.Likely;
        var bottle = plan.Doses.Single(d => d.Id == "hcl").Bottle;
        var acid = Grams("hcl") * bottle.Strength.Value;
        Assert.Equal(0.14, acid / 400, 0.01);
        Assert.InRange(acid / (Grams("water") + Grams("hcl")), 0.10, 0.15);
    }

    [Fact]
    public void Density_tells_a_band_of_gold_between_its_alloys_with_silver_and_with_copper()
    {
        // 15.2 g/cm³: with silver (1/10.49 − 1/15.2)/(1/10.49 − 1/19.3) = 67.9 %, with copper 76.6 %.
        var plan = Step("fineness", "Au 10", ("by", "density"), ("air", "15.2"), ("water", "14.2018"));
        Assert.Equal(15.2, Figure(plan, "density"), 0.02);
        Assert.Equal(67.9, Figure(plan, "gold, if the rest is silver"), 0.3);
        Assert.Equal(76.6, Figure(plan, "gold, if the rest is copper"), 0.3);
        // Of 10 g each 0.02 g on either weighing are points of fineness.
        var small = Step("fineness", "Au 10", ("by", "density"), ("air", "10"), ("water", "9.35"));
        var band = small.Figures.Single(f => f.Label == "gold, if the rest is silver").Range;
        Assert.InRange(band.Width, 4, 20);
        Assert.Equal(9.16, Figure(Step("fineness", "Au 10", ("by", "assay"), ("assay", "916")), "gold by the assay"), 1e-9);
    }

    [Fact]
    public void Nitrate_salt_wants_one_more_of_hydrochloric_acid_to_each_nitrate_and_magnesium_gives_two()
    {
        double Moles(StepPlan p, string dose, string formula) =>
            p.Doses.Single(d => d.Id == dose).Grams.Likely / Species.Of(formula).MolarMass;
        var (acid, salt, magnesium) = (
            Step("aqua-regia", "Au 10", ("cover", "open")),
            Step("nitrate-salt", "Au 10", ("cover", "open"), ("salt", "NaNO3")),
            Step("nitrate-salt", "Au 10", ("cover", "open"), ("salt", "Mg(NO3)2·6H2O"))
        );
        Assert.Equal(Moles(salt, "nitric", "NaNO3"), 2 * Moles(magnesium, "nitric", "Mg(NO3)2·6H2O"), 1e-3);
        Assert.True(Moles(salt, "hcl", "HCl") > Moles(acid, "hcl", "HCl") + 0.9 * Moles(salt, "nitric", "NaNO3") - 0.1);
        Assert.True(salt.Attended.Likely + salt.Unattended.Likely > acid.Attended.Likely + acid.Unattended.Likely);
    }

    [Fact]
    public void Urea_and_boiling_down_leave_what_they_leave()
    {
        const string liquor = "AuCl4- 17, H+ 0.6, NO3- 5, Cl- 15, H2O 150";
        var before = RefusalTests.Of(liquor).Of(Species.Nitrate).Likely;
        Assert.Equal(0.8 * before, Step("urea", liquor).Outputs[0].Charge.Of(Species.Nitrate).Likely, 1e-6);
        Assert.Equal(Math.Pow(0.15, 3) * before, Step("boil-down", liquor).Outputs[0].Charge.Of(Species.Nitrate).Likely, 1e-6);
        Assert.Equal(0.15 * before, Step("boil-down", liquor, ("times", "1")).Outputs[0].Charge.Of(Species.Nitrate).Likely, 1e-6);
        // Gold stays in all of them.
        Assert.All(new[] { "urea", "boil-down", "sulfamic" }, m =>
            Assert.Equal(RefusalTests.Of(liquor).Element("Au").Likely, Step(m, liquor).Outputs[0].Charge.Element("Au").Likely, 1e-9)
        );
    }
}
