namespace Spolium.Core.Methods.Baths;

/// <summary>A metal in aqua regia, in mol, and how much of it hydrochloric acid takes before nitric comes in.</summary>
internal sealed record MetalInAquaRegia(MetalInAcid Row, Working Moles, Working ByHcl)
{
    public static MetalInAquaRegia Of(MetalInAcid row, Working moles, Draws draws) => new(row, moles, HclAlone(row, moles, draws));

    public MetalInAquaRegia Share(Working share) => this with { Moles = Moles * share, ByHcl = ByHcl * share };

    /// <summary>The salt of the lower state that hydrochloric acid alone leaves.</summary>
    public string LowerSalt => Row.ThenOxidised!.Equation.Left[0].Formula.Text;

    /// <summary>Moles of a reagent that it takes in a bath of acid and an oxidant that is not nitric acid: by acid alone, by the oxidant,
    /// and for its lower salt.</summary>
    /// <param name="of">"HCl" or the oxidant.</param>
    /// <param name="leaves">What the oxidant leaves behind, as the equation writes it; empty for chlorine.</param>
    public IEnumerable<Working> Needs(string of, string oxidant, string leaves)
    {
        if (OxidantBath.Of(Row, oxidant, leaves) is var reaction && Takes(reaction, of))
            yield return reaction.Need(Moles - ByHcl, Row.Element, of).Named($"for the {Elements.Of(Row.Element).Name}");
        if (Row.HclAlone is null)
            yield break;
        if (of == "HCl")
            yield return Row.HclAlone.Need(ByHcl, Row.Element, of).Named($"for the {Elements.Of(Row.Element).Name}, by acid alone");
        if (Row.ThenOxidised is not null && OxidantBath.Higher(Row, LowerSalt, oxidant, leaves) is var then && Takes(then, of))
            yield return then.Need(ByHcl, LowerSalt, of).Named($"for its lower salt, {LowerSalt}");
    }

    /// <summary>The oxidant takes a share of what acid left, and of its lower salt.</summary>
    public void Oxidise(StepWork work, string oxidant, string leaves, Working share)
    {
        if (Row.ThenOxidised is not null)
            work.React(OxidantBath.Higher(Row, LowerSalt, oxidant, leaves), ByHcl * share, LowerSalt);
        work.React(OxidantBath.Of(Row, oxidant, leaves), (Moles - ByHcl) * share, Row.Element);
    }

    private static bool Takes(Reaction reaction, string of) => reaction.Equation.Left.Any(t => t.Formula.Text == of);

    // Drawn for each metal.
    private static Working HclAlone(MetalInAcid row, Working moles, Draws draws)
    {
        var likely = row.HclAloneShare;
        if (likely == 0)
            return Working.Zero(Dimension.Substance);
        var share = Working.Given(
            draws.Spread("by HCl alone " + row.State, new(0.5 * likely, likely, Math.Min(1, 1.5 * likely)), Spread.Fraction),
            Dimension.None,
            $"share of the {Elements.Of(row.Element).Name} that hydrochloric acid takes alone",
            row.Source
        );
        return moles * share;
    }
}

/// <summary>The acids that an aqua regia takes (precise rules 2.2), in mol.</summary>
internal static class AquaRegiaAcid
{
    /// <summary>R: nitrate that the metals reduce; what hydrochloric acid takes by itself needs none, or only what oxidises its lower
    /// state.</summary>
    public static Working Reduced(IReadOnlyList<MetalInAquaRegia> metals)
    {
        var withNitric = AcidUse.InAquaRegia(metals.Select(m => (m.Row.State, m.Moles - m.ByHcl)));
        var after = metals.Where(m => m.Row.ThenOxidised is not null).Select(m => m.Row.ThenOxidised!.Need(m.ByHcl, m.LowerSalt, "HNO3"));
        return Working.Sum(after.Prepend(withNitric.Reduced), Dimension.Substance).Named("nitrate that the metals reduce");
    }

    /// <summary>"No metal left" is a bound: where the poured acid would not have sufficed, more of it must have come back under the
    /// cover.</summary>
    public static Working RaisedToDissolveAll(Working returned, Working before, Working reduced, Working poured) =>
        Working
            .Greatest(returned, Working.Exact(1) - Working.Share(before + poured, reduced))
            .Named("share that came back (raised where the acid would not have sufficed: no metal is left)");

    /// <summary>Hydrochloric acid to pour, and how much of it is taken.</summary>
    /// <param name="drivenOff">Nitric acid that heat drives off: three of hydrochloric acid go with it.</param>
    /// <param name="forSalt">Proton for nitrate that comes as a salt.</param>
    /// <param name="cover">mL that cover the feed.</param>
    /// <param name="nitricMl">Volume of the nitric acid; nothing for a salt.</param>
    /// <param name="premixed">Three volumes to one of nitric acid.</param>
    public static (Working Pour, Working Taken) Hydrochloric(
        IReadOnlyList<MetalInAquaRegia> metals,
        Working drivenOff,
        Working forSalt,
        Working cover,
        Bottle bottle,
        Working? nitricMl,
        bool premixed,
        Draws draws
    )
    {
        var taken = AcidUse.InAquaRegia(metals.Select(m => (m.Row.State, m.Moles)));
        var nitric = nitricMl ?? Working.Zero(Dimension.Volume);
        var mlPerMole =
            Molar.Mass("HCl")
            / bottle.StrengthIn(draws)
            / Working.Given(bottle.DensityGPerMl ?? 1, Dimension.Density, $"density of {bottle.Id}", "typed on the bottle");
        // The larger of the practice excess and the free chloride wanted at the end, as one pour.
        var practice = (
            draws.Prior("aqua-hcl-factor") * For(metals, noble: true)
            + Constants.Get("base-hcl-factor") * For(metals, noble: false)
            + 3 * drivenOff
            + forSalt
        ).Named("by practice");
        var forFree = ForFreeChloride(metals, nitric, mlPerMole);
        if (!Working.IsNothing(cover))
            forFree = Working.Greatest(forFree, (Working.AtLeastZero(cover - nitric) / mlPerMole).Named("to cover the feed"));
        if (premixed && nitricMl is not null)
            forFree = Working.Greatest(forFree, (3 * nitricMl / mlPerMole).Named("three volumes to one of nitric acid"));
        return (Working.Greatest(practice, forFree), taken.Hcl + 3 * drivenOff + forSalt);
    }

    private static Working For(IReadOnlyList<MetalInAquaRegia> metals, bool noble) =>
        Working
            .Sum(
                metals.Where(m => m.Row.IsNoble == noble).Select(m => m.Row.AquaRegia.Need(m.Moles, m.Row.Element, "HCl")),
                Dimension.Substance
            )
            .Named(noble ? "hydrochloric acid for the noble metal" : "hydrochloric acid for the base metal");

    // n = bound + c (V of the nitric + n v)  →  n = (bound + c V) / (1 − c v)
    private static Working ForFreeChloride(IReadOnlyList<MetalInAquaRegia> metals, Working nitricMl, Working mlPerMole)
    {
        var bound = Working
            .Sum(
                metals.Where(m => m.Row.IsNoble || m.Row.State == "Sn").Select(m => m.Row.AquaRegia.Need(m.Moles, m.Row.Element, "HCl")),
                Dimension.Substance
            )
            .Named("chloride bound in the noble metal's salt");
        var wanted = Constants.Get("free-chloride");
        return ((bound + wanted * nitricMl) / (Working.Exact(1) - wanted * mlPerMole)).Named("for free chloride at the end");
    }
}
