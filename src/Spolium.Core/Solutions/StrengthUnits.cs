namespace Spolium.Core.Solutions;

/// <summary>One strength in the units that labels and recipes use. All from mass fraction and density.</summary>
public static class StrengthUnits
{
    /// <summary>Grams of solute in a litre.</summary>
    public static Working GramsPerLitre(Working fraction, Working density) =>
        (fraction * density * Working.Exact(1000, "1000 mL/L")).Named("solute in a litre").In("g/L");

    /// <summary>Moles in a litre.</summary>
    public static Working MolesPerLitre(string formula, Working fraction, Working density) =>
        (fraction * density * Working.Exact(1000, "1000 mL/L") / Molar.Mass(formula)).Named("moles in a litre").In("mol/L");

    /// <summary>Moles in a kilogram of water.</summary>
    public static Working MolesPerKilogramWater(string formula, Working fraction) =>
        (fraction * Working.Exact(1000, "1000 g/kg") / Molar.Mass(formula) / (Working.Exact(1) - fraction))
            .Named("moles in a kilogram of water")
            .In("mol/kg");

    /// <summary>Litres of oxygen at 0 °C that a litre of peroxide gives: half a mole of O2 to a mole.</summary>
    public static Working VolumeStrength(Working fraction, Working density) =>
        (fraction * density / Molar.Mass("H2O2") / 2 * Constants.Get("carboy-oxygen")).Named("volume strength").In("volumes");

    /// <summary>One strength in all units that can be told of it, by name.</summary>
    /// <param name="onlyAbove">Only a bound is known: units that hang on the strength are left out.</param>
    public static IReadOnlyList<KeyValuePair<string, Working>> Others(string solute, Working fraction, Working? density, bool onlyAbove)
    {
        var others = new List<KeyValuePair<string, Working>>();
        if (density is null)
            return others;
        if (!onlyAbove)
        {
            others.Add(new("molar", MolesPerLitre(solute, fraction, density)));
            others.Add(new("grams-per-litre", GramsPerLitre(fraction, density)));
            others.Add(new("molal", MolesPerKilogramWater(solute, fraction)));
            if (solute == "H2O2")
                others.Add(new("volumes", VolumeStrength(fraction, density)));
        }
        var baume = DensityScales.FromDensity(density, density.Likely >= 1 ? DensityScale.BaumeHeavy : DensityScale.BaumeLight);
        others.Add(new("baume", baume.Named("hydrometer, degrees").In("°Bé")));
        others.Add(new("gravity", DensityScales.FromDensity(density, DensityScale.Gravity20).Named("to water of 20 °C").In("")));
        return others;
    }

    /// <summary>Mass fraction of active chlorine (as Cl2) in a bleach of this mass fraction of NaOCl.</summary>
    public static Working ActiveChlorine(Working hypochlorite) =>
        (hypochlorite / Constants.Get("active-chlorine")).Named("active chlorine");

    /// <summary>Grams of active chlorine in a litre of a bleach.</summary>
    public static Working ActiveChlorineGramsPerLitre(Working hypochlorite, Working density) =>
        (ActiveChlorine(hypochlorite) * density * Working.Exact(1000, "1000 mL/L")).Named("active chlorine in a litre").In("g/L");

    /// <summary>Mass fraction of NaOCl in a bleach of so much active chlorine by mass.</summary>
    public static Working HypochloriteFromActiveChlorine(Working activeFraction) =>
        (activeFraction * Constants.Get("active-chlorine")).Named("sodium hypochlorite");
}
