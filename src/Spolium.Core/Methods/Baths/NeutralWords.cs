namespace Spolium.Core.Methods.Baths;

/// <summary>What stands against neutralising a liquor, how each base is poured, and what is to be minded.</summary>
internal static class NeutralWords
{
    private const string Bicarbonate = "NaHCO3";

    // pH above which what redissolves does.
    private const double Redissolves = 9.5;

    private static readonly string[] Amphoteric = ["Al", "Cr", "Pb", "Zn"];

    public static Refusal? Fixer(Charge charge) =>
        Objections.When(
            charge.Grams(new("Ag(S2O3)2 3-", Phase.Aqueous)).Likely > 0,
            "fixer holds its silver against any base",
            "take the silver out with iron or current first"
        );

    /// <summary>What makes the sludge licensed waste.</summary>
    public static IEnumerable<Refusal?> Licensed(Charge charge) => NeutralGate.Licensed(charge).Select(g => new Refusal(g.Reason, g.Way));

    /// <summary>Precious metal that would be lost in the sludge.</summary>
    public static Refusal? Precious(Charge charge)
    {
        foreach (var gate in NeutralGate.All.Where(g => g.Precious))
        {
            var dissolved = charge
                .Moles.Where(m => m.Key.Phase == Phase.Aqueous && m.Key.Atoms(gate.Element) > 0)
                .Select(m => m.Value * m.Key.Atoms(gate.Element) * Molar.Mass(gate.Element))
                .ToList();
            if (dissolved.Count > 0 && Working.Sum(dissolved, Dimension.Mass).Likely is var grams && grams > gate.Above)
                return new(
                    $"{FigureText.Number(grams, 2)} g of {Elements.Of(gate.Element).Name} is dissolved in it and {gate.Reason}",
                    gate.Way
                );
        }
        return null;
    }

    /// <summary>What ends it; of a cut where copper is down and zinc has not begun, by the equilibrium data.</summary>
    public static string End(bool cut, double ph) =>
        (
            cut
                ? "the blue is gone and a strip or a meter says pH 5 to 5.5, "
                : $"a strip or a meter says pH {FigureText.Number(ph, 1)} or more, "
        ) + "ten minutes after it was stirred from the bottom";

    /// <summary>The same as a sentence begins.</summary>
    public static string Instruction(NeutralBase with) => char.ToUpperInvariant(How(with)[0]) + How(with)[1..];

    /// <summary>How it is poured.</summary>
    public static string How(NeutralBase with) =>
        with.Formula switch
        {
            "NaOH" => "caustic dissolved in ten times its water and cold, in a thin stream, stirred, below 60 °C",
            NeutralBath.Lime => "as a thin milk with water, in portions, stirred for minutes each: it is slow",
            "K2CO3" => "sifted ash in portions, stirred for minutes each: it is slow",
            _ => "in small portions over the whole basin, stirred from the bottom, the next when the last has done foaming",
        };

    public static IEnumerable<Caution> Cautions(
        Charge charge,
        NeutralBase with,
        bool cut,
        IReadOnlyList<string> metals,
        IReadOnlyList<string> stays
    )
    {
        if (stays.Count > 0 && !cut)
            yield return new(
                CautionLevel.Look,
                $"{string.Join(", ", stays.Select(e => Elements.Of(e).Name))} will not wholly fall by this base: "
                    + "filter, then a second stage with soda, lime or caustic on what runs through."
            );
        if (stays.Count > 0 && cut)
            yield return new(
                CautionLevel.Look,
                $"{string.Join(", ", stays.Select(e => Elements.Of(e).Name))} stays in the liquor: filter, wash the cake well, "
                    + "and go on with what runs through. What clings of it is an impurity of the cake."
            );
        var back = metals.Where(Amphoteric.Contains).Distinct().ToList();
        if (with.Ends > Redissolves && back.Count > 0 && !cut)
            yield return new(
                CautionLevel.Look,
                $"{string.Join(", ", back.Select(e => Elements.Of(e).Name))} dissolve again above pH 9 to 10: "
                    + "stop at 9, filter, and go on with what runs through where others want more."
            );
        if (charge.Of(new("NH4+", Phase.Aqueous)).Likely > 0 || charge.Of(new("NH3", Phase.Aqueous)).Likely > 0)
            yield return new(
                CautionLevel.Look,
                "Ammonium keeps copper, nickel and silver dissolved: deep blue at the end means it will not fall."
            );
        if (charge.Moles.Any(m => m.Key.Formula is "C6H11O7-" or "H2C2O4" or "C2O4 2-" or "S2O3 2-" && m.Value.Likely > 0))
            yield return new(CautionLevel.Look, "Gluconate, oxalate or thiosulphate in it holds metals dissolved at any pH.");
        if (with.Carbonate > 0)
            yield return new(CautionLevel.Look, "Carbon dioxide fills cellars and pits: outdoors, or air the room.");
        if (with.Formula == Bicarbonate)
            yield return new(CautionLevel.Look, "It cools: metal basins freeze to wet hands. Gloves, and a wooden stick.");
        yield return new(CautionLevel.Look, "Neutral is not harmless: metals stay in liquor and sludge. Local rules decide where both go.");
    }
}
