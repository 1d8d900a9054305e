namespace Spolium.Core.Methods.Baths;

/// <summary>Base metal in hydrochloric acid with peroxide, which air takes over from: Cu + H2O2 + 2 HCl → CuCl2 + 2 H2O, then 2 Cu + O2 +
/// 4 HCl → 2 CuCl2 + 2 H2O. All in mol.</summary>
/// <param name="Hcl">Hydrochloric acid by the equations.</param>
/// <param name="H2O2">Peroxide by the equations, if it did all.</param>
/// <param name="AirTakes">Oxygen to come from the air.</param>
internal sealed record EtchBath(Working Hcl, Working H2O2, Working AirTakes)
{
    // What goes by peroxide even where hydrochloric acid alone would take it, slowly.
    private static readonly string[] ByPeroxide = ["Cu", "Ni", "Co", "Pb", "Cd", "Bi"];

    /// <summary>Doses "hcl" and "peroxide", dissolving.</summary>
    /// <param name="byAir">Peroxide only starts it.</param>
    /// <param name="done">Signs that end peroxide in portions.</param>
    public static EtchBath Run(StepWork work, Shop shop, IReadOnlyList<(MetalInAcid Row, Working Moles)> metals, bool byAir, string[] done)
    {
        var (draws, options, charge) = (work.Draws, work.Options, work.Vessel);
        var (acid, peroxide) = (shop.Of("HCl"), shop.Of("H2O2"));
        Reaction Acid(MetalInAcid row) => row.HclAlone!;
        Reaction Peroxide(MetalInAcid row) => OxidantBath.Of(row, "H2O2", "H2O");
        Reaction Air(MetalInAcid row) => OxidantBath.Of(row, "O2", "H2O");
        bool Oxidised(MetalInAcid row) => row.HclAlone is null || ByPeroxide.Contains(row.Element);
        var hcl = Working
            .Sum(
                metals.Select(m =>
                    (Oxidised(m.Row) ? Peroxide(m.Row) : Acid(m.Row))
                        .Need(m.Moles, m.Row.Element, "HCl")
                        .Named($"hydrochloric acid for the {Elements.Of(m.Row.Element).Name}")
                ),
                Dimension.Substance
            )
            .Named("hydrochloric acid by the equations");
        var h2o2 = Working
            .Sum(metals.Where(m => Oxidised(m.Row)).Select(m => Peroxide(m.Row).Need(m.Moles, m.Row.Element, "H2O2")), Dimension.Substance)
            .Named("peroxide by the equations");

        // n = need + c (V of the peroxide + n v): one mole per litre is wanted at the end, and enough to cover the feed.
        var wanted = Constants.Get("etch-acid-left");
        var mlPerMole = acid.MillilitresToAMole(draws);
        var perMl = peroxide.StrengthIn(draws) * peroxide.Density();
        // A third to a half of the acid's volume is told of 3 %: a stronger bottle gives less of its volume.
        var weak = Constants.Get("start-peroxide") * Constants.Get("start-peroxide-density");
        var volumes = draws.Prior("etch-peroxide-volumes") * (weak / perMl).Named("volume of this bottle to one of 3 %");
        var alone = Molar.Grams(h2o2, "H2O2") * draws.Prior("peroxide-factor");
        var acidMoles = byAir
            ? hcl / (Working.Exact(1) - wanted * mlPerMole * (Working.Exact(1) + volumes))
            : (hcl + wanted * (alone / perMl)) / (Working.Exact(1) - wanted * mlPerMole);
        acidMoles = Working
            .Greatest(acidMoles.Named("with a mole per litre to spare"), CoverVolume.Of(charge, options, draws) / mlPerMole)
            .Named("hydrochloric acid");
        work.Decided("hcl", "HCl", Molar.Grams(acidMoles, "HCl"), "over the pieces, cold", Molar.Grams(hcl, "HCl"));
        var started = Working.Least(alone, acidMoles * mlPerMole * volumes * perMl).Named("peroxide to start it");
        Working poured;
        if (byAir)
        {
            var dose = work.Decided(
                "peroxide",
                "H2O2",
                started,
                "to start it, in portions: as much as a third to a half of the acid's volume of 3 % holds"
            );
            poured = peroxide.MolesIn(dose.Grams, draws);
        }
        else
            poured = work.BySign("peroxide", "H2O2", alone, "in portions, cold, each after the last has gone quiet", done);

        foreach (var (row, moles) in metals.Where(m => !Oxidised(m.Row)))
            work.React(Acid(row), moles, row.Element);
        var share = Working.Least(Working.Exact(1), Working.Share(poured, h2o2)).Named("share that the peroxide takes");
        var airTakes = Working.Zero(Dimension.Substance);
        foreach (var (row, moles) in metals.Where(m => Oxidised(m.Row)))
        {
            work.React(Peroxide(row), moles * share, row.Element);
            if (!byAir)
                continue;
            var left = Working.AtLeastZero(moles - moles * share).Named($"{Elements.Of(row.Element).Name} that is left to the air");
            airTakes += Air(row).Need(left, row.Element, "O2");
            work.React(Air(row), left, row.Element, new Species("O2", Phase.Gas));
        }
        return new(hcl, h2o2, airTakes);
    }
}
