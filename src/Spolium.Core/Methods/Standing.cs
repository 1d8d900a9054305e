using Spolium.Core.Equilibrium;
using Spolium.Core.Solutions;

namespace Spolium.Core.Methods;

/// <summary>What a chloride liquor lets fall as it stands, thinned or chilled: lead chloride, bismuth oxychloride, tin as its
/// hydroxide.</summary>
internal static class Standing
{
    private static readonly Species Lead = new("Pb2+", Phase.Aqueous);
    private static readonly Species Bismuth = new("Bi3+", Phase.Aqueous);
    private static readonly Species Tin = new("SnCl6 2-", Phase.Aqueous);
    private static readonly Reaction LeadChloride = Reaction.Crystallising("PbCl2");
    private static readonly Reaction Oxychloride = Reaction.Of("BiCl3 + H2O = BiOCl + HCl");
    private static readonly Reaction Hydroxide = Reaction.Of("H2SnCl6 + H2O = SnO2·H2O + HCl");

    // mol/mL of tin(IV) at the acid below which it falls; it goes with the fourth power of the acid.
    private static readonly Working TinAtTheAcid = Constants.Get("tin-stays");

    /// <summary>What falls of each, in mol.</summary>
    /// <param name="celsius">Where it stands.</param>
    public static IEnumerable<(Reaction Reaction, Working Moles, string Of)> Falls(Charge vessel, double celsius, Draws draws)
    {
        if (Working.IsNothing(vessel.Of(Species.Chloride)) || new[] { Lead, Bismuth, Tin }.All(m => Working.IsNothing(vessel.Of(m))))
            yield break;
        var volume = vessel.LiquorVolume(draws);
        if (volume.Likely <= 0)
            yield break;
        var chloride = (vessel.Of(Species.Chloride) / volume).Named("free chloride");
        var acid = (vessel.Of(Species.Proton) / volume).Named("free acid");
        Working Over(Species metal, Working stays, string name) =>
            Working.AtLeastZero(vessel.Of(metal) - stays * volume).Named($"{name} that falls");
        if (!Working.IsNothing(vessel.Of(Lead)))
            yield return (LeadChloride, Over(Lead, ChlorideSalts.LeadStays(chloride, Warmer(celsius), draws), "lead chloride"), "PbCl2");
        if (!Working.IsNothing(vessel.Of(Bismuth)))
            yield return (Oxychloride, Over(Bismuth, ChlorideSalts.BismuthStays(chloride, acid, draws), "bismuth oxychloride"), "BiOCl");
        if (!Working.IsNothing(vessel.Of(Tin)))
        {
            var times = Working.Share(acid, draws.Prior("tin-stays-acid"));
            yield return (Hydroxide, Over(Tin, TinAtTheAcid * times * times * times * times, "tin hydroxide"), "H2SnCl6");
        }
    }

    /// <summary>Times what water holds of lead chloride at 25 °C.</summary>
    public static double Warmer(double celsius) => HeldByWater(celsius) / HeldByWater(25);

    /// <summary>mol of lead chloride that a millilitre of water holds, by the table of its solubility.</summary>
    public static Working LeadInWater(double celsius) =>
        Working.Given(
            HeldByWater(celsius),
            Dimension.Density,
            $"lead chloride that water holds at {FigureText.Number(celsius, 0)} °C",
            "solubility by temperature"
        ) / Molar.Mass("PbCl2");

    private static double HeldByWater(double celsius) =>
        Solubility.BySalt["PbCl2"].Percent(Math.Clamp(celsius, 0, 100))!.Value is var p ? p / (100 - p) : 0;
}
