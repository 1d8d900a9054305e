using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>A mean and its standard uncertainty.</summary>
public readonly record struct Measured(double Value, double Sigma)
{
    public static Measured Of(Working w) => new(w.Likely, w.Amount.Sigma);
}

/// <summary>The metal that a closed batch was for, g.</summary>
/// <param name="Feed">As believed.</param>
/// <param name="FeedAtLeast">The same, never below what came out and stands in holdings: what a recovery is against.</param>
/// <param name="Unaccounted">Feed less all that is known of.</param>
/// <param name="Missing">The part of it that no guess of the feed explains.</param>
public sealed record MetalSummary(
    string Element,
    Measured Feed,
    Measured FeedAtLeast,
    Measured Product,
    Measured Unaccounted,
    double Missing
);

/// <summary>Metal that did not come out, by step and cause, g.</summary>
public sealed record LossSummary(
    string Element,
    string StepId,
    [property: JsonConverter(typeof(MethodName))] string Method,
    string Cause,
    [property: JsonConverter(typeof(HoldingName))] string Account,
    Measured Grams
);

/// <summary>What a weighed step brought of what went into it, g of the metal.</summary>
public sealed record StepSummary(
    string StepId,
    [property: JsonConverter(typeof(MethodName))] string Method,
    string Element,
    double In,
    double Main
);

/// <summary>A substance that was poured, g from the bottles; what the steps were begun with as planned.</summary>
/// <param name="Kr">Null where a bottle had no price.</param>
public sealed record ReagentSummary(string Formula, string Name, double Grams, double Planned, double? Kr);

/// <summary>One line of the money sheet of a closed batch.</summary>
public sealed record SheetLine(string Id, Figure Kr);

/// <summary>Metal in one holding, as it counts in the sheet, kr.</summary>
/// <param name="Holding">As a route names it.</param>
public sealed record HeldPart([property: JsonConverter(typeof(HoldingName))] string Holding, string Element, double Kr);

/// <summary>
/// What lies in holdings, part by part. When a leaving is worked up with those of other batches it no longer lies there: its part is taken
/// off, and what came of it put in its place, without planning the batch again.
/// </summary>
/// <param name="LeftOver">What is left over without what came back of leavings.</param>
/// <param name="Margin">The margin without it.</param>
/// <param name="Covariances">kr²; a row for each part: with the parts in their order, with what is left over, with the margin.</param>
public sealed record HeldMoney(
    Measured LeftOver,
    Measured Margin,
    IReadOnlyList<HeldPart> Parts,
    IReadOnlyList<IReadOnlyList<double>> Covariances
);

/// <summary>Money of a closed batch, kr, at the prices of its day.</summary>
/// <param name="Prices">The entry that kept the list that it was reckoned with.</param>
/// <param name="NotPriced">What counts in it and had no price: it is not in the sums.</param>
public sealed record MoneySummary(
    string Prices,
    string Title,
    double Costs,
    Measured LeftOver,
    Measured Margin,
    IReadOnlyList<SheetLine> Lines,
    Figure LeftOverFigure,
    Figure AsItIs,
    Figure MarginFigure,
    HeldMoney Held,
    IReadOnlyList<string> NotPriced
);

/// <summary>
/// What the books keep of a closed batch: reckoned once when it closes, from what was written up to then, and anew when it is restated.
/// Whoever reads it reckons nothing: what became of the methods since does not touch it.
/// </summary>
/// <param name="Element">The metal that the batch was for.</param>
/// <param name="AddsUp">Its readings agree.</param>
/// <param name="Money">Null where there was no price list.</param>
public sealed record BatchSummary(
    string Element,
    bool AddsUp,
    IReadOnlyList<MetalSummary> Metals,
    IReadOnlyList<LossSummary> Losses,
    IReadOnlyList<StepSummary> Steps,
    IReadOnlyList<ReagentSummary> Reagents,
    MoneySummary? Money,
    IReadOnlyList<string> People
);
