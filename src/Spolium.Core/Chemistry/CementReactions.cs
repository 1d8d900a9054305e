namespace Spolium.Core.Chemistry;

/// <summary>
/// What a copper bar gives in a liquor (precise rules 2.9): to each nobler metal by its equation, to iron(III), and to what of the free
/// nitric acid bites it.
/// </summary>
public static class CementReactions
{
    /// <summary>3 Cu + 8 HNO3 → 3 Cu(NO3)2 + 2 NO + 4 H2O</summary>
    public static readonly Reaction BittenByNitric = Reaction.Of("Cu + HNO3 = Cu(NO3)2 + NO + H2O");

    /// <summary>Cu + CuCl2 → 2 CuCl, in chloride liquor.</summary>
    public static readonly Reaction BittenByCopper = Reaction.Of("Cu + CuCl2 = CuCl");

    private static readonly IReadOnlyDictionary<string, Reaction> Exchanges = new Dictionary<string, Reaction>
    {
        ["Ag"] = Reaction.Of("AgNO3 + Cu = Ag + Cu(NO3)2"),
        ["Hg"] = Reaction.Of("Hg(NO3)2 + Cu = Hg + Cu(NO3)2"),
        ["Au"] = Reaction.Of("HAuCl4 + Cu = Au + CuCl2 + HCl"),
        ["Pt"] = Reaction.Of("H2PtCl6 + Cu = Pt + CuCl2 + HCl"),
        ["PtN"] = Reaction.Of("Pt(NO3)4 + Cu = Pt + Cu(NO3)2"),
        ["Pd"] = Reaction.Of("Pd(NO3)2 + Cu = Pd + Cu(NO3)2"),
        ["PdII"] = Reaction.Of("H2PdCl4 + Cu = Pd + CuCl2 + HCl"),
        ["PdIV"] = Reaction.Of("H2PdCl6 + Cu = Pd + CuCl2 + HCl"),
        ["Fe"] = Reaction.Of("FeCl3 + Cu = FeCl2 + CuCl2"),
    };

    /// <summary>The exchange of a metal with copper by its symbol; Fe stands for iron(III), PdII and PdIV for palladium in
    /// chloride, PtN for platinum in nitrate.</summary>
    /// <exception cref="KeyNotFoundException">Copper does not bring that metal down.</exception>
    public static Reaction Exchange(string metal) => Exchanges[metal];

    /// <summary>What a formula of the metal's salt is called in its exchange.</summary>
    public static string SaltOf(string metal) => Exchanges[metal].Equation.Left[0].Formula.Text;

    public static IEnumerable<string> Metals => Exchanges.Keys;

    private static string NameOf(string metal) =>
        metal switch
        {
            "Fe" => "iron(III)",
            "PtN" => "platinum in nitrate",
            "PdII" => "palladium(II)",
            "PdIV" => "palladium(IV)",
            _ => Elements.Of(metal).Name,
        };

    /// <summary>Grams of copper that go into the liquor.</summary>
    /// <param name="dissolved">Moles in solution by metal.</param>
    /// <param name="freeNitric">Moles of free acid with nitrate beside it.</param>
    /// <param name="bites">Share α of that acid that really bites copper.</param>
    /// <param name="copperInChloride">Moles of copper(II) in chloride liquor.</param>
    /// <param name="turnsBack">Share α' of it that takes copper.</param>
    public static Working Consumed(
        IEnumerable<(string Metal, Working Moles)> dissolved,
        Working freeNitric,
        Working bites,
        Working copperInChloride,
        Working turnsBack
    ) =>
        Molar.Grams(
            Working.Sum(
                [
                    .. dissolved.Select(d =>
                        Exchange(d.Metal).Need(d.Moles, SaltOf(d.Metal), "Cu").Named($"copper for the {NameOf(d.Metal)}")
                    ),
                    BittenByNitric.Need(freeNitric * bites, "HNO3", "Cu").Named("copper that free nitric acid bites"),
                    (copperInChloride * turnsBack).Named("copper that copper(II) takes"),
                ],
                Dimension.Substance
            ),
            "Cu"
        );
}
