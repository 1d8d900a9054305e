namespace Spolium.Core.Methods.Baths;

/// <summary>
/// Chlorine from pool tablets or pool powder by acid that drips on the solid (small shop 5), led through the vessel; what the vessel does
/// not take goes to the scrubber. The generator is a vessel of its own: what stays in it is a holding.
/// </summary>
internal static class ChlorineGenerator
{
    public static readonly OptionSpec Option = new(
        "from",
        "Chlorine from",
        "C3Cl3N3O3",
        [("C3Cl3N3O3", "pool tablets (trichloroisocyanuric)"), ("Ca(OCl)2", "pool powder (calcium hypochlorite)")],
        Tip: "Never both: the two kinds meeting burn."
    );

    public static readonly IReadOnlyList<string> Conditions =
    [
        "40 to 60 °C",
        "train: generator, empty trap, vessel, empty trap, scrubber with caustic, relief; PVC or PTFE tube",
        "purge with air before it is opened",
    ];

    public static readonly Caution Tubes = new(CautionLevel.Stop, "Silicone, neoprene and rubber tubes fail in chlorine.");

    public static readonly EndSign Off = new(
        "chlorine-off",
        "air drawn through, iodide paper in the gas above stays white",
        "never in the liquor"
    )
    {
        Must = true,
    };

    /// <summary>What is confirmed before the generator is charged: the train, and of much chlorine who stands by.</summary>
    public static IReadOnlyList<Interlock> Interlocks(StepWork work) =>
        [.. States(work).SelectMany(s => new[] { "tablets", "drip-acid" }.Select(dose => Interlock.Confirmed(dose, s.State, s.Text)))];

    private static IEnumerable<(string State, string Text)> States(StepWork work)
    {
        yield return (
            "train-whole",
            "The train is whole: hood runs, empty traps both sides, caustic in the scrubber, relief open, nothing shut."
        );
        var alone = Constants.Get("chlorine-alone").Likely;
        if (work.Limited.Any(l => l.Limit == WorkLimit.Chlorine && l.Amount.Range.High > alone))
            yield return (
                "second-person",
                "A second person is in reach and knows what to do, and a chlorine alarm was tried today: this is more than "
                    + $"{WorkLimit.Find(WorkLimit.Chlorine)!.Words(alone)}."
            );
    }

    public const string Pause = "Purge with air first; a charged generator is never left.";
    public const string IfFoams = "If the scrubber sucks back: open the relief.";

    private static readonly Reaction Tablets = Reaction.Of("C3Cl3N3O3 + HCl = C3H3N3O3 + Cl2");
    private static readonly Reaction Powder = Reaction.Of("Ca(OCl)2 + HCl = CaCl2 + Cl2 + H2O");

    public static Reaction Of(string salt) => salt == "C3Cl3N3O3" ? Tablets : Powder;

    /// <summary>Charges the generator for so much chlorine, lets it make its gas, and returns what stays in it.</summary>
    /// <param name="chlorine">Moles of Cl2 wanted, of which the vessel takes a part.</param>
    /// <param name="signs">Signs that end it.</param>
    /// <returns>What stays in the generator, and moles of chlorine made.</returns>
    public static (Charge Residue, Working Chlorine) Run(StepWork work, Shop shop, Working chlorine, string[] signs)
    {
        var salt = work.Options.Text("from");
        var reaction = Of(salt);
        var vessel = work.Vessel;
        work.Keep(Charge.Empty.Marked(vessel.Marks));
        work.Apart = true;
        work.BySign(
            "tablets",
            salt,
            Molar.Grams(reaction.Need(chlorine, "Cl2", salt), salt),
            "dry, into the generator; acid drips on it, never the other way round",
            signs
        );
        var bottle = shop.Of(salt);
        var acid = reaction.Need(
            bottle.MolesIn(
                DosePlan.Logged("tablets", work.Facts).Likely > 0
                    ? DosePlan.Logged("tablets", work.Facts)
                    : Molar.Grams(reaction.Need(chlorine, "Cl2", salt), salt) / bottle.StrengthIn(work.Draws),
                work.Draws
            ),
            salt,
            "HCl"
        );
        work.Decided(
            "drip-acid",
            "HCl",
            Molar.Grams(acid, "HCl") * work.Prior("generator-acid-factor"),
            "drop by drop on the solid, as fast as the vessel takes the gas"
        );
        var made = work.React(reaction, work.Vessel.Of(new(salt, Phase.Solid)), salt);
        work.Limit(WorkLimit.Chlorine, Molar.GasVolume(Working.Greatest(chlorine, made)).Named("chlorine that the generator makes"));
        var gas = work.Vessel.Of(new("Cl2", Phase.Gas));
        var (chlorineGas, residue) = work.Vessel.LetGasGo();
        work.Keep(vessel.Plus(chlorineGas));
        work.Apart = false;
        return (residue, Working.IsNothing(made) ? made : gas);
    }
}
