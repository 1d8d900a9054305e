namespace Spolium.Core.Methods;

/// <summary>Objections that several methods raise alike.</summary>
internal static class Objections
{
    /// <summary>The gates of the feed for this duty, and what the method itself holds against the charge.</summary>
    public static Refusal[] To(Charge charge, Duty duty, params IEnumerable<Refusal?> own) =>
        [.. own.OfType<Refusal>(), .. FeedGate.Shut(charge, duty).Select(g => new Refusal(g.Reason, g.WayOut) { Gate = g })];

    /// <summary>Those of them that stand.</summary>
    public static Refusal[] Among(params IEnumerable<Refusal?> own) => [.. own.OfType<Refusal>()];

    public static Refusal? NoSolid(Charge charge) =>
        charge.AllSolids().Likely > 0 ? null : new("there is nothing solid in it", "choose the holding that has the metal");

    public static Refusal? NoLiquor(Charge charge) =>
        charge.Of(Species.Water).Likely > 0
            ? null
            : new("there is no liquor in it", "dissolve first, or choose the holding that has the liquor");

    /// <summary>Gold above a third of the metal is no plating: the alloy locks its base metal in, and nothing strips it.</summary>
    public static Refusal? Alloy(Charge charge) =>
        When(
            charge.Grams(Species.Gold).Likely > Constants.Get("inquart-incomplete-above").Likely / 100 * charge.AllSolids().Likely,
            "over about 33 % gold it is an alloy, not a plating: the gold locks the base metal in",
            "inquart it with silver and part it"
        );

    /// <summary>A charge holds what a rule forbids to bring to it, from as much on as the rule says.</summary>
    /// <param name="rule">Of never-together.csv; its second side.</param>
    public static bool Holds(Charge charge, string rule)
    {
        var row = NeverTogether.Of(rule);
        return row.B.In(charge, charge.Grams(Species.Water).Likely) > row.LeastB;
    }

    public static Refusal? Ammonium(Charge charge) =>
        When(
            Holds(charge, "chlorine-ammonium"),
            "ammonium and chlorine make nitrogen trichloride, which explodes",
            "wash the ammonium out first"
        );

    /// <summary>A refusal that only stands when something is so.</summary>
    public static Refusal? When(bool it, string reason, string wayOut) => it ? new(reason, wayOut) : null;
}
