namespace Spolium.Core.Materials;

/// <summary>The charge of a liquor as people know it: its volume, grams of each metal, free acid.</summary>
public static class LiquorFeed
{
    private static readonly IReadOnlyDictionary<string, string> Sulphates = new Dictionary<string, string>
    {
        ["Cu"] = "CuSO4",
        ["Ni"] = "NiSO4",
        ["Co"] = "CoSO4",
        ["Zn"] = "ZnSO4",
        ["Fe"] = "FeSO4",
        ["Al"] = "Al2(SO4)3",
    };

    /// <summary>The dissolved salt of a metal in a liquor; null where that liquor does not hold it.</summary>
    public static string? SaltOf(string element, LiquorKind kind) =>
        kind switch
        {
            LiquorKind.Nitrate => element is "Au" or "Pt" or "Sn"
                ? null
                : MetalInAcid.Find(element, false)?.NitricByNo?.Equation.Right[0].Formula.Text,
            LiquorKind.Chloride => element == "Ag" ? null : MetalInAcid.Find(element, true)?.AquaRegia.Equation.Right[0].Formula.Text,
            LiquorKind.Sulphate => Sulphates.GetValueOrDefault(element),
            _ => element == "Ag" ? "Na3Ag(S2O3)2" : null,
        };

    /// <summary>The free acid of a liquor; null for fixer, which bears none.</summary>
    public static string? AcidOf(LiquorKind kind) =>
        kind switch
        {
            LiquorKind.Nitrate => "HNO3",
            LiquorKind.Chloride => "HCl",
            LiquorKind.Sulphate => "H2SO4",
            _ => null,
        };

    /// <param name="volume">mL at 20 °C.</param>
    /// <param name="metals">Grams of each metal.</param>
    /// <param name="freeAcid">Moles of free acid; nothing for fixer.</param>
    /// <exception cref="ArgumentException">The liquor cannot hold one of the metals.</exception>
    public static Charge Of(
        LiquorKind kind,
        Working volume,
        IEnumerable<(string Element, Working Grams)> metals,
        Working freeAcid,
        Draws draws
    )
    {
        var charge = Charge.Empty;
        foreach (var (element, grams) in metals)
        {
            var salt = SaltOf(element, kind) ?? throw new ArgumentException($"{kind} liquor does not hold {element}.", nameof(metals));
            charge = charge.Dissolve(salt, Molar.Moles(grams, element) / Species.Of(salt).Count(element));
        }
        if (AcidOf(kind) is { } acid)
            charge = Working.IsNothing(freeAcid) ? charge : charge.Dissolve(acid, freeAcid);
        else
            charge = charge.Dissolve("Na2S2O3", Molar.Moles(volume * draws.Prior("fixer-thiosulphate"), "Na2S2O3"));
        // The water is what fills the volume beside the rest: a few rounds, since room is not additive.
        var water = volume.Amount;
        for (var round = 0; round < Rounds; round++)
        {
            var filled = charge
                .With(Species.Water, Molar.Moles(Working.Given(water, Dimension.Mass, "water", "filled up"), "H2O"))
                .LiquorVolume(draws);
            water = Amount.Greatest(water + (volume.Amount - filled.Amount), Amount.Zero);
        }
        return charge.With(
            Species.Water,
            Molar.Moles(Working.Reckoned(water, Dimension.Mass, "water that fills the volume", [volume]), "H2O")
        );
    }

    private const int Rounds = 4;
}
