namespace Spolium.Core.Chemistry;

/// <summary>Copper and sulphuric acid by current (precise rules 2.13): 2 CuSO4 + 2 H2O → 2 Cu + O2 + 2 H2SO4.</summary>
public static class SulphuricCell
{
    public static readonly Reaction Reaction = Reaction.Of("CuSO4 + H2O = Cu + O2 + H2SO4");

    /// <summary>Moles of copper that a current brings down.</summary>
    /// <param name="ampereHours">∫I dt over the log, Ah, as a bare number.</param>
    /// <param name="efficiency">Share of the current that does this.</param>
    public static Working Copper(Working ampereHours, Working efficiency) =>
        Faraday.Moles(ampereHours, efficiency, Faraday.Electrons("Cu"));
}
