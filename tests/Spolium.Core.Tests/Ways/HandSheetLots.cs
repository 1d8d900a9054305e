using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;

namespace Spolium.Core.Tests.Ways;

/// <summary>Lots of our own, each received into an empty shop with the made-up prices: what their verdicts and sheets are held
/// against.</summary>
internal static class HandSheetLots
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 12, 0, 0, TimeSpan.Zero);

    private static ContentLine Line(string element, double low, double likely, double high) =>
        new(element, Given.Share(low), Given.Share(likely), Given.Share(high));

    private static ContentLine GramsPerLitre(string element, double low, double likely, double high) =>
        new(
            element,
            TypedNumber.Of(low, Field.Concentration, "g/L"),
            TypedNumber.Of(likely, Field.Concentration, "g/L"),
            TypedNumber.Of(high, Field.Concentration, "g/L")
        );

    private static readonly PriceList SilverAlone = PriceFigures.MadeUp with
    {
        Id = "silver alone",
        Rows = [.. PriceFigures.MadeUp.Rows.Where(r => r.Kind == PriceKind.Metal && r.Item == "Ag")],
    };

    public static readonly (string Id, Content Content, TypedNumber Amount, PriceList Prices)[] All =
    [
        (
            "14 ct",
            new([Line("Au", 56.5, 58.5, 58.8), Line("Ag", 5, 12, 25), Line("Cd", 0, 0, 10)], "Cu"),
            Given.Grams(640, 0.1),
            PriceFigures.MadeUp
        ),
        ("14 ct clean", new([Line("Au", 56.5, 58.5, 58.8), Line("Ag", 5, 12, 25)], "Cu"), Given.Grams(640, 0.1), PriceFigures.MadeUp),
        (
            "fixer",
            new([GramsPerLitre("Ag", 2, 4, 6)], null, LiquorKind.Fixer),
            TypedNumber.Of(18000, Field.Volume, "mL"),
            PriceFigures.MadeUp
        ),
        (
            "fingers",
            new([Line("Au", 0.1, 0.2, 0.35), Line("Cu", 12, 18, 25), Line("Ni", 0.5, 1, 2)], Content.NoMetal),
            Given.Grams(3200, 0.1),
            PriceFigures.MadeUp
        ),
        ("pins", new([Line("Au", 0.01, 0.02, 0.04), Line("Zn", 30, 35, 38)], "Cu"), Given.Grams(11000, 1), PriceFigures.MadeUp),
        (
            "encapsulated",
            new(
                [Line("Au", 0.02, 0.05, 0.1), Line("Cu", 5, 10, 20)],
                Content.NoMetal,
                Open: new("open", Given.Share(0), Given.Share(1), Given.Share(5))
            ),
            Given.Grams(800, 0.1),
            PriceFigures.MadeUp
        ),
        ("exact", new([Line("Ag", 30, 30, 30)], "Cu"), Given.Grams(500, 0), PriceFigures.MadeUp),
        ("silver alone", new([Line("Ag", 28, 30, 32)], "Cu"), Given.Grams(500, 0.1), SilverAlone),
        ("sterling", new([Line("Ag", 92.2, 92.5, 92.8)], "Cu"), Given.Grams(300, 0.02), PriceFigures.MadeUp),
        ("22 ct", new([Line("Au", 91.2, 91.6, 92)], "Cu"), Given.Grams(100, 0.02), PriceFigures.MadeUp),
        ("poor silver", new([Line("Ag", 2, 3, 4)], "Cu"), Given.Grams(500, 0.1), PriceFigures.MadeUp),
        (
            "liquor",
            new(
                [GramsPerLitre("Ag", 35, 40, 45), GramsPerLitre("Cu", 10, 12, 15)],
                null,
                LiquorKind.Nitrate,
                TypedNumber.Of(0.5, Field.Molarity, "M")
            ),
            TypedNumber.Of(5000, Field.Volume, "mL"),
            PriceFigures.MadeUp
        ),
    ];

    public static LotWorth Worth(string id) => At(id).Worthwhile();

    public static LotAtWork At(string id)
    {
        var (_, content, amount, prices) = All.First(l => l.Id == id);
        State Write(State state, Decision decision) =>
            Replay.Apply(
                state,
                new(
                    Guid.NewGuid().ToString(),
                    [],
                    Now,
                    Now,
                    "AV",
                    decision.Body ?? throw new InvalidOperationException(string.Join("; ", decision.Errors.Select(e => e.Reason)))
                )
            );
        var state = Write(Ledger.Empty.State, PriceDecisions.Keep(Ledger.Empty.State, prices));
        state = Write(state, LotDecisions.Receive(state, "l", "L-1", "a lot", "metal", amount, content, null));
        return new(state, state.Lots["l"], amount, null, Now);
    }
}
