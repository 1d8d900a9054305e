namespace Spolium.Core.Methods.MakeReady;

/// <summary>
/// Alloys gold with silver to about a quarter of gold, so that nitric acid parts it (precise rules 2.7). Silver school: one part of gold to
/// three of silver; quarter school: gold a quarter of the whole.
/// </summary>
public sealed class Inquart : IMethod
{
    private static readonly Species Silver = new("Ag", Phase.Solid);

    public MethodCard Card { get; } =
        new()
        {
            Id = "inquart",
            Version = 1,
            Title = "Alloy with silver for parting",
            Verb = "inquart",
            Stage = Stage.MakeReady,
            Outputs = [("alloy", "alloy"), ("slag", "slag and crucible")],
            Reagents = ["Ag", "Na2B4O7"],
            Passages = [new(Form.Scrap, Form.Alloy, "inquarting")],
            HottestC = 1100,
            Exposure = Exposure.Glow | Exposure.Light,
            Appliances = [new("furnace", Attended: 1, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Attended("melt-hours")],
            Signs = ["one-melt"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "school",
                "School",
                "silver",
                [("silver", "one part of gold to three of silver"), ("quarter", "gold a quarter of the whole")],
                Tip: "The first does not count copper; the second counts everything else."
            ),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var mass = charge.Mass().Named("alloy as it is");
        var gold = charge.Grams(Species.Gold).Named("gold in it");
        var silver = charge.Grams(Silver).Named("silver in it");
        if (
            Furnace.Objections(
                charge,
                draws,
                Objections.NoSolid(charge),
                Objections.When(gold.Likely <= 0, "there is no gold in it", "silver dissolves without: nitric parting")
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var fineness = shop.Of("Ag").StrengthIn(draws);
        var bySilver = Inquartation.SilverSchool(gold, silver, fineness);
        var byQuarter = Inquartation.QuarterSchool(mass, gold, Working.Exact(0));
        var wanted = Working.AtLeastZero(options.Text("school") == "silver" ? bySilver : byQuarter);
        // Both schools are grams of what is added; the dose is reckoned in grams of silver.
        var added = work.Decided("silver", "Ag", wanted * fineness, "with the alloy, stirred with a carbon rod when molten");
        work.Decided("borax", "Na2B4O7", (mass + added.Grams) * draws.Prior("borax"), "with it, in the crucible");
        var lost = draws.Prior("melt-loss");
        var (slag, alloy) = work.Vessel.Split(s => Furnace.Leaves(s, lost, draws), Charge.All);
        var share = Working.Share(alloy.Grams(Species.Gold), alloy.Mass()).Percent("gold in the alloy");
        return work.Plan(
            "Melt together under borax, stir, pour as granules or a thin sheet",
            "quiet",
            Working.Zero(Dimension.Time),
            [new("alloy", "alloy", true, alloy, "the alloy, cold and free of borax"), new("slag", "slag and crucible", false, slag)],
            [new("one-melt", "one even melt, stirred, no grains on the rod", "a clear face: iridium and unmelted gold lie at the bottom")],
            [bySilver, byQuarter, share],
            ["stir with carbon or quartz, pour thin"],
            [.. Furnace.Cautions(charge), .. TellShare(share)],
            "Before the melt.",
            handsOn: draws.Prior("melt-hours"),
            signFirst: false
        );
    }

    private static IEnumerable<Caution> TellShare(Working share)
    {
        if (share.Likely < Constants.Get("inquart-powder-below").Likely)
            yield return new(CautionLevel.Look, "Under about 20 % gold it falls to fine powder instead of a sponge.");
        if (share.Likely > Constants.Get("inquart-incomplete-above").Likely)
            yield return new(CautionLevel.Look, "Over about 33 % gold the parting stays incomplete.");
    }
}
