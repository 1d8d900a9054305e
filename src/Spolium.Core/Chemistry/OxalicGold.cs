namespace Spolium.Core.Chemistry;

/// <summary>Gold by oxalic acid with caustic soda (precise rules 2.8): AuCl4− + 1.5 H2C2O4 → Au + 3 CO2 + 4 Cl− + 3 H+. All in
/// mol.</summary>
public static class OxalicGold
{
    /// <summary>2 HAuCl4 + 3 H2C2O4 → 2 Au + 6 CO2 + 8 HCl</summary>
    public static readonly Reaction Precipitation = Reaction.Of("HAuCl4 + H2C2O4 = Au + CO2 + HCl");

    /// <summary>What falls as oxalate beside the gold: the ion, how, and the chloride that the equation writes for it.</summary>
    public static readonly IReadOnlyList<(Species Ion, Reaction Falls, string Salt)> Oxalates =
    [
        (new("Cu2+", Phase.Aqueous), Reaction.Of("CuCl2 + H2C2O4 = CuC2O4 + HCl"), "CuCl2"),
        (new("Pb2+", Phase.Aqueous), Reaction.Of("PbCl2 + H2C2O4 = PbC2O4 + HCl"), "PbCl2"),
        (new("Ni2+", Phase.Aqueous), Reaction.Of("NiCl2 + H2C2O4 + H2O = NiC2O4·2H2O + HCl"), "NiCl2"),
        (new("Ca2+", Phase.Aqueous), Reaction.Of("CaCl2 + H2C2O4 = CaC2O4 + HCl"), "CaCl2"),
    ];

    /// <summary>Moles of NaOH: free H+ (with the proton of the gold acid), 3 per gold, η of the oxalic acid in excess, and what oxalate
    /// that metals bind sets free.</summary>
    /// <param name="eta">Caustic that a mole of oxalic acid in excess takes at the pH wanted.</param>
    /// <param name="bound">Moles of oxalate that falls with metals, or that iron(III) holds in solution.</param>
    public static Working Caustic(Working freeAcid, Working gold, Working excessOxalic, Working eta, Working bound) =>
        Working.Sum(
            [
                freeAcid.Named("free acid, with that of the gold acid"),
                (3 * gold).Named("acid that the gold sets free"),
                (eta * excessOxalic).Named("caustic soda for the oxalic acid in excess"),
                ForBound(bound),
            ],
            Dimension.Substance
        );

    /// <summary>Moles of NaOH for oxalate that a metal binds: both protons of the acid come free.</summary>
    public static Working ForBound(Working oxalate) => (2 * oxalate).Named("acid that metals set free as oxalate");
}
