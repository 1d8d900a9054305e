namespace Spolium.Core.Chemistry;

/// <summary>
/// Nitric acid that is left in a chloride liquor (precise rules 2.4), and what destroys it. In chloride all nitrate that
/// is left counts, whatever cation stands beside it. All amounts in mol.
/// </summary>
public static class ResidualNitric
{
    /// <summary>HNO3 + H3NSO3 → N2O + H2SO4 + H2O</summary>
    public static readonly Reaction Sulfamic = Reaction.Of("HNO3 + H3NSO3 = N2O + H2SO4 + H2O");

    /// <summary>HNO3 + 3 HCl → NOCl + Cl2 + 2 H2O: what heat drives off.</summary>
    public static readonly Reaction DrivenOff = Reaction.Of("HNO3 + HCl = NOCl + Cl2 + H2O");

    /// <summary>Brown gas that air and water turn back into acid under a cover.</summary>
    public static readonly Reaction NoReturned = Reaction.Of("NO + O2 + H2O = HNO3");

    /// <summary>The same for NO2.</summary>
    public static readonly Reaction No2Returned = Reaction.Of("NO2 + O2 + H2O = HNO3");

    /// <summary>Nitric acid to pour: F (1 − ρ) R + what heat will drive off.</summary>
    public static Working Dose(Working reduced, Working returned, Working factor, Working drivenOff) =>
        factor * Kept(reduced, returned) + drivenOff;

    /// <summary>Nitrate gone for good when <paramref name="reduced"/> was reduced and the share ρ came back.</summary>
    public static Working Kept(Working reduced, Working returned) => (Working.Exact(1) - returned) * reduced;

    /// <summary>
    /// Nitric acid left after a portion has reacted and stood for a while:
    /// max(0, N + a − (1 − ρ) R) · exp(−λ t).
    /// </summary>
    /// <param name="standing">λ t, a bare number.</param>
    public static Working AfterPortion(Working before, Working added, Working reduced, Working returned, Working standing)
    {
        var quiet = Working.AtLeastZero(before + added - Kept(reduced, returned));
        return Working.IsNothing(standing) ? quiet : quiet * Working.Decay(standing);
    }
}
