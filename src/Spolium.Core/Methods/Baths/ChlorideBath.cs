namespace Spolium.Core.Methods.Baths;

/// <summary>What every bath of hydrochloric acid and an oxidant asks of its feed, and takes from it.</summary>
internal static class ChlorideBath
{
    /// <summary>Metals that it dissolves, in mol; gold less the share that stays behind.</summary>
    /// <param name="undissolved">Share of the gold that stays, 0 to 1.</param>
    public static List<(MetalInAcid Row, Working Moles)> Metals(Charge charge, Working undissolved, Draws draws) =>
        [
            .. charge
                .Moles.Where(m => Species.IsMetal(m.Key) && MetalInAcid.Find(m.Key.Formula, true) is not null)
                .Select(m =>
                    (
                        MetalInAcid.Find(m.Key.Formula, true)!,
                        (
                            m.Key == Species.Gold ? m.Value * (Working.Exact(1) - undissolved)
                            : m.Key.Formula == "Fe" ? m.Value * draws.Prior("iron-dissolves")
                            : m.Value
                        ).Named($"{Elements.Of(m.Key.Formula).Name} to dissolve")
                    )
                ),
        ];

    public static IEnumerable<Refusal?> Objections(Charge charge)
    {
        var metals = charge.Moles.Where(m => Species.IsMetal(m.Key)).Sum(m => charge.Grams(m.Key).Likely);
        yield return Methods.Objections.When(
            metals <= 0,
            "there is no metal to dissolve",
            "choose the holding that has the foils or the powder"
        );
        yield return SilverCrust(charge, metals);
        yield return Platinum(charge, metals);
    }

    // Platinum metals above 1 % go into solution with the gold and stay there.
    private static Refusal? Platinum(Charge charge, double metals)
    {
        var share = Constants.Get("platinum-above").Likely;
        return Methods.Objections.When(
            metals > 0 && (charge.Element("Pt").Likely > share * metals || charge.Element("Pd").Likely > share * metals),
            "platinum or palladium above 1 %: the rest of this way would leave them in the barren liquor",
            "this way is for gold; keep the lot for the platinum way"
        );
    }

    // Silver above 8 % of the metal stops every bath that has chloride.
    private static Refusal? SilverCrust(Charge charge, double metals) =>
        Methods.Objections.When(
            metals > 0 && charge.Grams(new("Ag", Phase.Solid)).Likely > Constants.Get("silver-crust-above").Likely * metals,
            "silver above 8 % of the metal grows a crust of silver chloride that stops it",
            "inquart and part in nitric acid, or strip the silver first"
        );
}
