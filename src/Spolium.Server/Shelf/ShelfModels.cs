using Spolium.Server.Guard;

namespace Spolium.Server.Shelf;

/// <param name="Strength">Empty takes what such kinds usually have.</param>
/// <param name="UseBy">A day, as 2027-03-01.</param>
/// <param name="Reading">Readings of its strength, as the Strength page takes them; they stand before the label.</param>
public sealed record BottleIn(
    string Id,
    string Form,
    string Amount,
    string? Strength = null,
    string? Density = null,
    string? Price = null,
    string? Place = null,
    string? UseBy = null,
    bool Certificate = false,
    string? Name = null,
    string? StrengthPlusMinus = null,
    Strength.StrengthRequest? Reading = null
);

public sealed record ReceiveBottlesRequest(Head Head, IReadOnlyList<BottleIn> Bottles);

/// <param name="BatchId">The batch that made it.</param>
public sealed record FromBatchRequest(Head Head, BottleIn Bottle, string BatchId);

/// <param name="Readings">A weighed volume or a hydrometer; or a strength typed from a titration (Label).</param>
public sealed record TestRequest(Head Head, Strength.StrengthRequest Readings);

public sealed record OpenRequest(Head Head);

public sealed record LookAlikeRequest(Head Head, string Saw);

public sealed record DiscardRequest(Head Head, string Where);

public sealed record CountLine(string BottleId, string Amount);

public sealed record CountRequest(Head Head, IReadOnlyList<CountLine> Lines, string? Reason = null);

public sealed record MixPartIn(string BottleId, string Amount);

/// <param name="Parts">The id "water" stands for water.</param>
public sealed record MixRequest(Head Head, string Id, string Form, IReadOnlyList<MixPartIn> Parts, string? Place = null);

/// <param name="Csv">Columns id, form, amount, strength, density, price, place, use_by, certificate, name; the first three must be
/// there.</param>
public sealed record ImportRequest(Head Head, [Longest(LongestAttribute.File)] string Csv);

public sealed record KindView(
    string Id,
    string Name,
    string Formula,
    string Family,
    bool Liquid,
    string Usual,
    bool Trade,
    string Additives,
    string Test,
    string Care,
    bool Reducing,
    double? ChloridePpm
);

/// <param name="Fill">0 to 1: what is left of what the bottle held.</param>
/// <param name="FirstOut">To be used before the others of its substance.</param>
/// <param name="Others">Its strength in other units of labels.</param>
/// <param name="Strong">Likely mass fraction, for drawing.</param>
public sealed record ShelfBottleView(
    string Id,
    string Form,
    string Name,
    string Formula,
    string Family,
    bool Liquid,
    FigureView Strength,
    string Known,
    bool Aged,
    FigureView Contents,
    FigureView? Millilitres,
    IReadOnlyList<FigureView> Others,
    double Fill,
    double Strong,
    string? Density,
    string Place,
    string? Price,
    string Age,
    DateTimeOffset ReceivedAt,
    DateTimeOffset? OpenedAt,
    DateTimeOffset? UseBy,
    bool PastUse,
    bool Made,
    string? MadeIn,
    bool WantsLookAlike,
    string? LookAlike,
    bool FirstOut,
    bool Empty,
    bool Discarded,
    long Version
);

public sealed record TestView(
    string EntryId,
    DateTimeOffset At,
    string Strength,
    string How,
    IReadOnlyList<string> Readings,
    bool CanTakeBack
);

public sealed record MoveView(string EntryId, DateTimeOffset At, string By, string Words, string Grams, bool CanTakeBack);

public sealed record BottleDetail(
    ShelfBottleView Bottle,
    KindView Kind,
    string? HazardSignal,
    string? Hazards,
    string HazardNote,
    IReadOnlyList<TestView> Tests,
    IReadOnlyList<MoveView> Moves
);

public sealed record NeedLine(string Code, FigureView Grams, bool Begun);

public sealed record NeedView(
    string Formula,
    string Name,
    FigureView Wanted,
    FigureView There,
    bool Short,
    IReadOnlyList<NeedLine> Batches
);

public sealed record UseLine(string BottleId, string Name, FigureView Grams, FigureView? Millilitres, FigureView? Cost);

public sealed record UseView(
    string BatchId,
    string Code,
    bool Closed,
    FigureView Cost,
    IReadOnlyList<string> WithoutPrice,
    FigureView? PerGram,
    IReadOnlyList<UseLine> Bottles
);

public sealed record FamilyView(string Name, IReadOnlyList<ShelfBottleView> Bottles);

public sealed record ShelfView(
    IReadOnlyList<FamilyView> Families,
    IReadOnlyList<ShelfBottleView> Gone,
    IReadOnlyList<NeedView> Needs,
    IReadOnlyList<UseView> Uses
);
