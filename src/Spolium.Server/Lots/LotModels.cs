using Spolium.Server.Guard;

namespace Spolium.Server.Lots;

public sealed record ReceiveRequest(
    Head Head,
    string LotId,
    string Code,
    string Title,
    string Material,
    string Amount,
    IReadOnlyList<ContentLineRequest> Content,
    string? AmountPlusMinus = null,
    string? Balance = null,
    string? Thickness = null,
    LiquorKind? Liquor = null,
    string? FreeAcid = null,
    IReadOnlyList<string>? Marks = null,
    string? Part = null,
    string? PartShare = null,
    int? Pieces = null,
    string? Tare = null,
    string? Open = null,
    LiquorStateRequest? State = null
);

/// <param name="Amount">With its vessel, where a tare is given; "12 x 0.35 g" counts pieces.</param>
/// <param name="Content">Left out, it is taken to hold what the lot holds.</param>
public sealed record PartRequest(
    string LotId,
    string Code,
    string Title,
    string Amount,
    string? Tare = null,
    int? Pieces = null,
    string? Material = null,
    ContentRequest? Content = null
);

public sealed record RemovedRequest(string Name, string Amount);

public sealed record SplitRequest(
    Head Head,
    IReadOnlyList<PartRequest> Parts,
    string? Reason = null,
    IReadOnlyList<RemovedRequest>? Removed = null
);

/// <summary>Parts as typed so far; what cannot be read yet weighs nothing.</summary>
public sealed record PreviewSplitRequest(IReadOnlyList<PartRequest> Parts, IReadOnlyList<RemovedRequest> Removed);

/// <param name="Missing">Of the lot, in no part; below nothing when the parts are more.</param>
public sealed record StripView(IReadOnlyList<LotRef> Parts, IReadOnlyList<RemovedView> Removed, double Missing, string MissingText);

public sealed record PoolFeedRequest(string LotId, string Amount);

public sealed record PoolRequest(Head Head, string LotId, string Code, string Title, IReadOnlyList<PoolFeedRequest> Feeds);

/// <param name="How">assay or guess.</param>
/// <param name="Pieces">How many pieces an assay was made of.</param>
public sealed record BelieveRequest(Head Head, ContentRequest Content, string How, string Reason, int? Pieces = null);

/// <param name="WaitsFor">Empty when it waits no longer.</param>
public sealed record SetAsideRequest(Head Head, string? WaitsFor = null);

/// <param name="Crowns">Empty when the offer is gone.</param>
public sealed record OfferRequest(Head Head, string? Crowns = null, string? By = null);

/// <param name="Owner">Empty when the lot is the shop's own again.</param>
/// <param name="FeePerGram">Crowns for each gram of fine metal that comes out.</param>
/// <param name="Fee">Crowns for the lot.</param>
/// <param name="Kept">Share of the metal that the shop keeps, "10 %".</param>
public sealed record OwnerRequest(
    Head Head,
    string? Owner = null,
    string? FeePerGram = null,
    string? Fee = null,
    string? Kept = null,
    bool LeavingsGoBack = false
);

/// <summary>Whose a lot is, and on which terms it is worked.</summary>
public sealed record OwnerView(string Owner, string? FeePerGram, string? Fee, string? Kept, bool LeavingsGoBack);

/// <param name="Base64">The bytes of a JPEG, PNG or WebP picture.</param>
public sealed record PhotoRequest(Head Head, string Caption, [Longest(LongestAttribute.File)] string Base64);

public sealed record LotListItem(
    string Id,
    string Code,
    string Title,
    string Material,
    string Amount,
    string Left,
    double AmountValue,
    double LeftValue,
    DateTimeOffset ReceivedAt,
    string? PartOf,
    string? WaitsFor,
    bool Sorted,
    bool Liquor
);

public sealed record ContentView(
    string Element,
    string Name,
    string Low,
    string Likely,
    string High,
    double LowPercent,
    double LikelyPercent,
    double HighPercent,
    ContentOf? Of,
    bool Balance,
    FigureView Grams
);

public sealed record TakeBackRequest(Head Head, string Reason);

/// <param name="Code">Of what was taken back.</param>
public sealed record TakenBack(string Code);

/// <param name="Title">What it is.</param>
public sealed record LotRef(string Id, string Code, string Amount, double Value, string Title);

public sealed record RemovedView(string Name, string Amount, double Value);

/// <summary>A question that the words of a lot raise.</summary>
/// <param name="Mark">Where the answer is yes.</param>
/// <param name="Denied">Where somebody looked and it is no.</param>
public sealed record QuestionView(string Mark, string Denied, string Text);

public sealed record PhotoView(string Id, string Caption);

/// <param name="How">assay or guess.</param>
public sealed record BeliefView(string How, string Reason, int? Pieces, DateTimeOffset At);

public sealed record LotView(
    string Id,
    string Code,
    string Title,
    string Material,
    string Amount,
    string AmountWords,
    double AmountValue,
    string Left,
    double LeftValue,
    string? Thickness,
    LiquorKind? Liquor,
    string? FreeAcid,
    IReadOnlyList<string> Marks,
    IReadOnlyList<QuestionView> Questions,
    DateTimeOffset ReceivedAt,
    long Version,
    IReadOnlyList<ContentView> Content,
    FigureView? Unknown,
    IReadOnlyList<LotRef> Parts,
    string? PartOf,
    IReadOnlyList<LotRef> Batches,
    double NotInAnyPart,
    string NotInAnyPartText,
    IReadOnlyList<RemovedView> Removed,
    IReadOnlyList<LotRef> Sources,
    IReadOnlyList<LotRef> Pools,
    ContentRequest Typed,
    bool MayBelieve,
    bool Touched,
    bool IsLiquor,
    int? Pieces,
    string? SamplingNote,
    string? WaitsFor,
    string? Offer,
    string? OfferBy,
    IReadOnlyList<PhotoView> Photos,
    IReadOnlyList<BeliefView> Beliefs,
    string? From,
    OwnerView? For
);
