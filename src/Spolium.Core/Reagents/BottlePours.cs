namespace Spolium.Core.Reagents;

/// <summary>What is poured from a bottle, in all worlds.</summary>
public static class BottlePours
{
    /// <summary>The strength as it is believed, keyed by this bottle so that all its doses share one error.</summary>
    public static Working StrengthIn(this Bottle bottle, Draws draws) =>
        draws.Once(
            $"strength {bottle.Id} {bottle.Strength.Value:R} {bottle.PlusMinus:R} "
                + $"{string.Join(' ', bottle.Parts?.Select(p => $"{p.Share:R} {p.Bottle.Strength.Value:R}") ?? [])}",
            (d, _) => bottle.MakeStrength(d)
        );

    private static Working MakeStrength(this Bottle bottle, Draws draws)
    {
        if (bottle.Parts is not null)
            return Working
                .Sum(
                    bottle.Parts.Select(p =>
                        p.Bottle.StrengthIn(draws) * Working.Exact(p.Share, $"{FigureText.Number(p.Share * 100, 1)} %")
                    ),
                    Dimension.None
                )
                .Named($"strength of {bottle.Id}");
        if (bottle.Strength.Value >= 1)
            return Working.Given(1, Dimension.None, $"strength of {bottle.Id}", "pure");
        var name = $"strength of {bottle.Id} ({bottle.Label})";
        // Drawn by the bottle, not by the batch: two batches poured from one bottle share its error.
        var own = draws.Of("bottle " + bottle.Id);
        if (bottle.PlusMinus > 0)
            return Working.Given(
                Below1(own.Reading("strength", bottle.Strength.Value, bottle.PlusMinus / Draws.Z95)),
                Dimension.None,
                name,
                bottle.Known
            );
        var label = Priors.ById["label-strength"];
        var shift = own.Spread("strength", label.Triple, label.Spread);
        return Working.Given(
            Below1(Amount.Certain(bottle.Strength.Value) + shift),
            Dimension.None,
            name,
            $"{bottle.Known}; {label.Label}, {label.Source}",
            true
        );
    }

    private static Amount Below1(Amount a) => Amount.Least(a, Amount.Certain(1));

    /// <summary>Millilitres of so many grams; null for a solid.</summary>
    public static Working? Volume(this Bottle bottle, Working grams) =>
        bottle.DensityGPerMl is { } d
            ? grams / Working.Given(d, Dimension.Density, $"density of {bottle.Id}", $"goes with its strength: {bottle.Known}")
            : null;

    /// <summary>g/mL of what is poured as a liquid.</summary>
    public static Working Density(this Bottle bottle) =>
        Working.Given(bottle.DensityGPerMl ?? 1, Dimension.Density, $"density of {bottle.Id}", bottle.Known);

    /// <summary>g of so many millilitres, measured out.</summary>
    public static Working GramsOf(this Bottle bottle, double millilitres) =>
        Working.Exact(millilitres * (bottle.DensityGPerMl ?? 1), null, Dimension.Mass);

    /// <summary>Millilitres of the bottle that hold a mole.</summary>
    public static Working MillilitresToAMole(this Bottle bottle, Draws draws) =>
        Molar.Mass(bottle.Formula) / bottle.StrengthIn(draws) / bottle.Density();

    /// <summary>Moles of the substance in so many grams from the bottle.</summary>
    public static Working MolesIn(this Bottle bottle, Working grams, Draws draws) =>
        Molar.Moles(grams * bottle.StrengthIn(draws), bottle.Formula);

    /// <summary>A bottle of the same substance as it was when it was poured.</summary>
    public static Bottle As(this Bottle bottle, Pour pour) =>
        pour.Strength is not { } strength || (bottle.Id == pour.BottleId && bottle.Strength.Value == strength)
            ? bottle
            : bottle with
            {
                Id = pour.BottleId,
                Strength = new(strength),
                PlusMinus = pour.PlusMinus,
                DensityGPerMl = pour.DensityGPerMl ?? bottle.DensityGPerMl,
                Known = "as it was when it was poured",
            };

    /// <summary>The bottle that was poured from; null where the shop does not have it.</summary>
    public static Bottle? AsPoured(this Shop shop, Pour pour) =>
        pour.BottleId == Shop.Water.Id
            ? Shop.Water
            : shop.Bottles.SelectMany(b => b.RealBottles()).FirstOrDefault(b => b.Id == pour.BottleId)?.As(pour);

    // Tap water brings the salt that clouds silver.
    private static Charge WaterInto(this Bottle bottle, Charge charge, Working grams)
    {
        if (bottle.ChloridePpm is not > 0)
            return charge.With(Species.Water, Molar.Moles(grams, "H2O"));
        var salt =
            grams
            * Working.Given(bottle.ChloridePpm.Value / 1e6, Dimension.None, "chloride in the water", bottle.Known)
            / Molar.Share("Cl", "NaCl");
        return charge.With(Species.Water, Molar.Moles(grams - salt, "H2O")).Dissolve("NaCl", Molar.Moles(salt, "NaCl"));
    }

    /// <summary>What falls with it in a vessel: that of its substance, or of the salt in tap water.</summary>
    public static string Brings(this Bottle bottle) => bottle.ChloridePpm is > 0 ? "NaCl" : bottle.Formula;

    /// <summary>Pours so many grams into a charge: the substance, and the water or what else the bottle holds.</summary>
    public static Charge PourInto(this Bottle bottle, Charge charge, Working grams, Draws draws)
    {
        var poured = bottle.Formula == "H2O" ? charge : charge.Dissolve(bottle.Formula, bottle.MolesIn(grams, draws));
        var other = grams * (Working.Exact(1) - bottle.StrengthIn(draws));
        if (bottle.Formula == "H2O")
            return bottle.WaterInto(poured, grams);
        if (bottle.Strength.Value >= 1)
            return poured;
        return bottle.IsLiquid ? poured.With(Species.Water, Molar.Moles(other, "H2O")) : poured.WithUnknown(other);
    }
}
