namespace Spolium.Core.Chemistry;

/// <summary>Metal and gas by current (precise rules 2.13): m = η I t M/(z F).</summary>
public static class Faraday
{
    /// <summary>Moles that a current sets free.</summary>
    /// <param name="ampereHours">∫I dt over the log, Ah, as a bare number.</param>
    /// <param name="efficiency">Share η of the current that does this.</param>
    /// <param name="electrons">z, electrons to a formula.</param>
    public static Working Moles(Working ampereHours, Working efficiency, int electrons) =>
        efficiency * ampereHours * Constants.Get("moles-per-ampere-hour") / Working.Exact(electrons);

    /// <summary>Ampere-hours, as a bare number, for so many moles.</summary>
    public static Working AmpereHours(Working moles, Working efficiency, int electrons) =>
        moles * Working.Exact(electrons) / (efficiency * Constants.Get("moles-per-ampere-hour"));

    /// <summary>Moles by a current that leaves as products of the cell, by symbol: Ag, Cu, Ni, Co, Zn; NaOH, Cl2, H2, O2, H2SO4.</summary>
    /// <exception cref="KeyNotFoundException">The product is not known.</exception>
    public static int Electrons(string product) =>
        product switch
        {
            "Ag" or "NaOH" or "Au(I)" => 1,
            "Cu" or "Ni" or "Co" or "Zn" or "Cl2" or "H2" or "H2SO4" => 2,
            "Au(III)" => 3,
            "O2" => 4,
            _ => throw new KeyNotFoundException($"Nothing is known of '{product}' by current."),
        };
}
