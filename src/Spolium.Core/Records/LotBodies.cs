namespace Spolium.Core.Records;

/// <param name="Amount">Mass of a solid lot, volume of a liquor.</param>
/// <param name="Thickness">Of the thickest piece; null when nobody measured it.</param>
/// <param name="Believed">Metal by the content as typed, in all worlds; kept, so that replay never reckons.</param>
/// <param name="Pieces">How many were counted; null where nobody did.</param>
public sealed record LotReceived(
    string LotId,
    string Code,
    string Title,
    string Material,
    TypedNumber Amount,
    Content Content,
    TypedNumber? Thickness,
    IReadOnlyList<ElementEstimate> Believed,
    int? Pieces = null
) : EntryBody;

/// <summary>Lots that came together in one file.</summary>
public sealed record LotsReceived(IReadOnlyList<LotReceived> Lots) : EntryBody;

/// <summary>A part of a lot that goes on as a lot of its own.</summary>
/// <param name="Content">What is believed of this class of pieces; null where it is taken to hold what the lot holds.</param>
/// <param name="Believed">Metal by its own content.</param>
/// <param name="Pieces">How many were counted; null where nobody did.</param>
public sealed record LotPart(
    string LotId,
    string Code,
    string Title,
    TypedNumber Amount,
    Content? Content = null,
    string? Material = null,
    IReadOnlyList<ElementEstimate>? Believed = null,
    int? Pieces = null
);

/// <summary>What was taken out and goes on nowhere: plastic, glue, screws.</summary>
public sealed record RemovedPart(string Name, TypedNumber Amount);

/// <summary>A lot is weighed into parts; what the parts do not hold is posted, not dropped.</summary>
/// <param name="Reason">Why the parts do not add up, where they do not.</param>
public sealed record LotSplit(string LotId, IReadOnlyList<LotPart> Parts, string? Reason = null, IReadOnlyList<RemovedPart>? Removed = null)
    : EntryBody;

/// <summary>So much of a lot.</summary>
public sealed record LotAmount(string LotId, TypedNumber Amount);

/// <summary>Lots put together into one; the book keeps what each brought.</summary>
/// <param name="Feeds">How much of which lot.</param>
public sealed record LotsPooled(
    string LotId,
    string Code,
    string Title,
    IReadOnlyList<LotAmount> Feeds,
    IReadOnlyList<ElementEstimate> Believed
) : EntryBody;

/// <summary>What stands in the house becomes a lot, so that a batch may be fed with it: a leaving or the product of a batch, what a tub or
/// pot holds, so much of a bottle.</summary>
/// <param name="From">A holding or a pool goes over whole; of a bottle its amount.</param>
/// <param name="Content">What it holds, substance by substance, as it was reckoned then: replay and planning never ask where it came from.
/// </param>
/// <param name="Believed">Metal that the book moves with it.</param>
/// <param name="Reason">Why an amount was kept that is far from what it was weighed, or reckoned.</param>
public sealed record LotTakenOver(
    string LotId,
    string Code,
    string Title,
    Feed From,
    TypedNumber Amount,
    Content Content,
    IReadOnlyList<ElementEstimate> Believed,
    string? Reason = null
) : EntryBody;

/// <summary>Another belief of what a lot holds: an assay, a better guess.</summary>
/// <param name="How"><see cref="Assay"/> or <see cref="Guess"/>.</param>
/// <param name="Pieces">Pieces that an assay was made of; null where it speaks for the whole.</param>
public sealed record LotContentChanged(
    string LotId,
    Content Content,
    string How,
    string Reason,
    int? Pieces,
    IReadOnlyList<ElementEstimate> Believed
) : EntryBody
{
    public const string Assay = "assay";
    public const string Guess = "guess";
}

/// <param name="WaitsFor">What the lot waits for, in words; null when it waits no longer.</param>
public sealed record LotSetAside(string LotId, string? WaitsFor) : EntryBody;

/// <param name="Crowns">What somebody offers for all of it as it is; null when the offer is gone.</param>
public sealed record LotOffered(string LotId, TypedNumber? Crowns, string By) : EntryBody;

/// <summary>A lot that is worked for somebody else, and on which terms.</summary>
/// <param name="Owner">Empty when it is the shop's own again.</param>
/// <param name="FeePerGram">Crowns for each gram of fine metal that comes out; null for none.</param>
/// <param name="Fee">Crowns for the lot, whatever comes out; null for none.</param>
/// <param name="Kept">Share of the metal that the shop keeps, of one; null for none.</param>
/// <param name="LeavingsGoBack">Filters, liquors and slags are the owner's: what comes of them later goes back too. Else they stay with
/// the shop.</param>
public sealed record LotForOthers(
    string LotId,
    string Owner,
    TypedNumber? FeePerGram,
    TypedNumber? Fee,
    TypedNumber? Kept,
    bool LeavingsGoBack
) : EntryBody;

/// <param name="PhotoId">SHA-256 of its bytes, which stand beside the journal.</param>
public sealed record LotPhotographed(string LotId, string PhotoId, string Caption) : EntryBody;
