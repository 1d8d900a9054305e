namespace Spolium.Core.Methods.Precipitate;

/// <summary>
/// 2 CuSO4 + 2 H2O → 2 Cu + O2 + 2 H2SO4 by current (precise rules 2.13): copper on the cathode, its acid back in the liquor. The last of
/// the copper goes slowly, then hydrogen comes in its place.
/// </summary>
public sealed class CopperByCurrent : IMethod
{
    private static readonly Species Cupric = new("Cu2+", Phase.Aqueous);
    private static readonly Species Sulphate = new("SO4 2-", Phase.Aqueous);

    // g/mL of chloride and of nitrate: above them the anode makes chlorine, and the cathode ammonium in the place of copper.
    private const double ChlorideAbove = 5e-4;
    private const double NitrateAbove = 5e-3;

    public MethodCard Card { get; } =
        new()
        {
            Id = "copper-by-current",
            Version = 1,
            Title = "Copper and sulphuric acid by current",
            Verb = "plate out",
            Stage = Stage.Precipitate,
            OfLeavings = true,
            Outputs = [("copper", "copper sponge"), ("liquor", "sulphuric liquor")],
            Reagents = [],
            HottestC = 40,
            Appliances = [new("cell", Attended: 0, Unattended: 1)],
            Tasks = [Work.SetUp, Work.Attended("wash-hours")],
            Signs = ["hours-done", "colourless"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("amperes", "Mean current", "5", [], 0.01, 500, "A", "The mean over the log, not the set value."),
            new("left", "Stop at", "1", [], 0, 100, "g/L", "The last 5 g/L take more current a gram, and then hydrogen comes."),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var copper = charge.Of(Cupric);
        var volume = charge.LiquorVolume(draws);
        var stop = Molar.Moles(PerLitre(options.Number("left"), "copper at which to stop") * volume, "Cu");
        var slow = Molar.Moles(Constants.Get("copper-cell-slow") * volume, "Cu");
        if (
            Objections.Among(
                Objections.NoLiquor(charge),
                Objections.When(
                    copper.Likely <= stop.Likely,
                    "it holds no more copper than where the current is to stop",
                    "choose the liquor that holds it, or neutralise it"
                ),
                Objections.When(
                    charge.Of(Sulphate).Likely <= Math.Max(charge.Of(Species.Chloride).Likely, charge.Of(Species.Nitrate).Likely),
                    "its copper is not held by sulphate: other liquors give chlorine or brown gas at the anode",
                    "neutralise it, and dissolve the cake in sulphuric acid"
                ),
                Objections.When(
                    charge.Grams(Species.Chloride).Range.High > ChlorideAbove * volume.Likely,
                    "chloride in it makes chlorine at the anode",
                    "bring the copper down with soda, wash the cake, and dissolve that in sulphuric acid"
                ),
                Objections.When(
                    charge.Grams(Species.Nitrate).Range.High > NitrateAbove * volume.Likely,
                    "nitrate in it takes the current instead of the copper",
                    "boil it down with sulphuric acid to white fumes, under the hood, or bring the copper down with soda first"
                ),
                Objections.When(
                    charge.Grams(new("Ag+", Phase.Aqueous)).Likely > Constants.Get("plates-along").Likely,
                    "silver is dissolved in it and would plate out with the copper",
                    "take the silver out on copper first"
                ),
                Objections.When(
                    charge.Marks.Contains("arsenic"),
                    "it may hold arsenic: at the end the cathode makes arsine",
                    "bring the copper down with soda instead"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var plated = Working.AtLeastZero(copper - stop).Named("copper to plate out, in mol");
        var last = Working.AtLeastZero(Working.Least(copper, slow) - stop).Named("of it the last, which goes slowly");
        var ampereHours = (
            Faraday.AmpereHours(Working.AtLeastZero(plated - last), draws.Prior("copper-cell-efficiency"), Faraday.Electrons("Cu"))
            + Faraday.AmpereHours(last, draws.Prior("copper-cell-last"), Faraday.Electrons("Cu"))
        ).Named("ampere-hours");
        var hours = (
            ampereHours / Working.Given(options.Number("amperes"), Dimension.None / Dimension.Time, "mean current, A", "typed")
        ).Named("hours of current");
        work.React(SulphuricCell.Reaction, plated, "CuSO4");
        work.LetGasGo();
        work.Full();
        var dry = work.Vessel.AllSolids();
        var (sponge, liquor) = work.Decant(dry * draws.Prior("heel-sponge"));
        return work.Plan(
            "Pass current, stirred, until the blue is gone; lift the cathode out under current and wash the sponge at once",
            "quiet",
            hours,
            [new("copper", "copper sponge", true, sponge, "the copper, washed and dry"), new("liquor", "sulphuric liquor", false, liquor)],
            [
                new("hours-done", "the ampere-hours are done, by the log", "the set current is not the mean"),
                new(
                    "colourless",
                    "the liquor is colourless, ammonia on a drop turns no blue",
                    "pale blue in a thin layer looks colourless"
                ),
            ],
            [
                charge.Element("Cu").Named("copper in the liquor"),
                Molar.Grams(plated, "Cu").Named("copper to come (inferred, not seen)"),
                ampereHours.In("Ah"),
                Molar.Grams(plated, "H2SO4").Named("sulphuric acid that comes back"),
                liquor.Element("Cu").Named("copper left in the liquor"),
            ],
            [
                "anode of platinised titanium or lead dioxide; carbon wears and must be filtered out",
                "about 2 V; open, under the hood: oxygen carries acid mist, at the end hydrogen",
            ],
            [
                new(CautionLevel.Stop, "No flame, no spark at the cell, and nothing over it that shuts."),
                new(CautionLevel.Look, "Arsenic in the liquor makes arsine at the end: stop while it is blue if you are not sure."),
                new(
                    CautionLevel.Look,
                    "Wet copper sponge goes back into the acid when the current stops, and heats up in air: wash it at once."
                ),
            ],
            "Only with the cathode lifted out and rinsed: without current the acid takes the copper back.",
            handsOn: draws.Prior("wash-hours")
        );
    }

    private static Working PerLitre(double grams, string label) => Working.Given(grams / 1000, Dimension.Density, label, "chosen");
}
