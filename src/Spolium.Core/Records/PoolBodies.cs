using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>A shared holding of the shop: a filter tub, a stock pot, pooled washes.</summary>
/// <param name="Kind">One of <see cref="Kinds"/>.</param>
public sealed record PoolOpened(string PoolId, string Code, string Kind, string Title) : EntryBody
{
    public static readonly IReadOnlyList<string> Kinds = ["filter tub", "stock pot", "pooled washes"];
}

/// <summary>A side holding of a batch goes into a shared one, with what the book has of it.</summary>
/// <param name="Charge">All that it held; null where that was not kept yet, or is not known.</param>
/// <param name="Reason">Why it was put to what it is warned of.</param>
public sealed record PutIntoPool(
    string PoolId,
    string BatchId,
    string StepId,
    [property: JsonConverter(typeof(OutputName))] string Output,
    IReadOnlyList<ElementEstimate> Holds,
    KeptCharge? Charge = null,
    string? Reason = null
) : EntryBody;

/// <summary>Metal that a shared holding gave.</summary>
/// <param name="Fineness">Null where nobody assayed it.</param>
public sealed record PoolYield(TypedNumber Mass, TypedNumber? Fineness, ElementEstimate Holds);

/// <summary>What one holding of one batch had by the book, and what is given back for it: in proportion to the book.</summary>
public sealed record PoolShare(
    string BatchId,
    string StepId,
    [property: JsonConverter(typeof(OutputName))] string Output,
    string Element,
    double BookedG,
    double Grams,
    double Sigma
);

/// <summary>A closed batch's recoveries as they then stand.</summary>
/// <param name="Practice">What it then shows of practice.</param>
/// <param name="Summary">What the books keep of it from then on.</param>
public sealed record BatchRestated(
    string BatchId,
    IReadOnlyList<Figure> Recoveries,
    IReadOnlyList<PracticeSeen>? Practice = null,
    BatchSummary? Summary = null
);

/// <summary>A shared holding was worked up and stands empty; what it gave is shared back to the batches that fed it, and their recoveries
/// are restated.</summary>
/// <param name="Reason">Why more than the book can have was kept.</param>
public sealed record PoolWorkedUp(
    string PoolId,
    IReadOnlyList<PoolYield> Yields,
    string How,
    IReadOnlyList<PoolShare> Shares,
    IReadOnlyList<BatchRestated> Batches,
    string? Reason = null
) : EntryBody;
