using Microsoft.AspNetCore.Mvc;

namespace Spolium.Server.Books;

/// <summary>Which closed batches the books look at; what is left out does not matter.</summary>
public sealed class BooksQuery
{
    /// <summary>Symbol of an element.</summary>
    [FromQuery(Name = "metal")]
    public string? Metal { get; init; }

    [FromQuery(Name = "material")]
    public string? Material { get; init; }

    [FromQuery(Name = "method")]
    public string? Method { get; init; }

    [FromQuery(Name = "person")]
    public string? Person { get; init; }

    /// <summary>Day of closing, 2026-01-31.</summary>
    [FromQuery(Name = "from")]
    public string? From { get; init; }

    /// <summary>The last day that counts.</summary>
    [FromQuery(Name = "until")]
    public string? Until { get; init; }

    /// <summary>"yes" counts batches of other shops too.</summary>
    [FromQuery(Name = "others")]
    public string? Others { get; init; }
}

public sealed record BooksWord(string Id, string Words);

/// <param name="Foreign">Closed batches of other shops: they count where that is asked for.</param>
public sealed record BooksChoicesView(
    IReadOnlyList<BooksWord> Metals,
    IReadOnlyList<string> Materials,
    IReadOnlyList<BooksWord> Methods,
    IReadOnlyList<string> People,
    int Foreign
);

/// <summary>A batch in the books.</summary>
/// <param name="Recovery">Per cent of its feed; a point with its range.</param>
/// <param name="AddsUp">False where its readings disagree.</param>
/// <param name="Explained">They do, and somebody said why they are right.</param>
public sealed record BooksBatch(
    string BatchId,
    string Code,
    string Title,
    DateTimeOffset ClosedAt,
    FigureView Product,
    FigureView Recovery,
    FigureView Unaccounted,
    bool AddsUp,
    bool Explained,
    int Restated
);

/// <summary>Recovery over all chosen batches.</summary>
public sealed record RecoveryView(
    BooksChoicesView Choices,
    string Metal,
    string Name,
    int Count,
    FigureView? Product,
    FigureView? Feed,
    FigureView? Recovery,
    FigureView? Unaccounted,
    FigureView? Missing,
    IReadOnlyList<BooksBatch> Batches
);

/// <summary>A bar of a Pareto picture.</summary>
/// <param name="Share">Of all bars, and of this and all longer ones.</param>
public sealed record LossView(string Cause, string Words, FigureView Grams, double Share, double Running, int Batches);

public sealed record LossesView(string Metal, string Name, FigureView? All, FigureView? OfFeed, IReadOnlyList<LossView> Causes);

public sealed record PlaceView(string Place, string Words, FigureView Grams, int Holdings);

public sealed record PlacesView(string Metal, string Name, IReadOnlyList<PlaceView> Places);

/// <param name="Odd">Its readings disagree: it is no part of mean and limits.</param>
public sealed record ChartPoint(string BatchId, string Code, DateTimeOffset ClosedAt, double Value, bool Marked, bool Odd);

public sealed record ChartSignalView(string Rule, string Words, IReadOnlyList<string> Codes);

/// <summary>A control chart.</summary>
/// <param name="Of">What it shows: whole, unaccounted, a method, or "excess:" and a figure of practice.</param>
/// <param name="Unit">% or ×.</param>
/// <param name="Why">Why there are no limits, where there are none.</param>
public sealed record ChartView(
    string Of,
    string Title,
    string Says,
    string Unit,
    IReadOnlyList<BooksWord> Others,
    IReadOnlyList<ChartPoint> Points,
    double? Centre,
    double? Lower,
    double? Upper,
    string? Why,
    IReadOnlyList<ChartSignalView> Signals,
    IReadOnlyList<string> Rules
);

/// <param name="OverPlan">What was poured over what the steps were begun with.</param>
public sealed record BooksReagent(
    string Formula,
    string Name,
    FigureView Grams,
    FigureView PerGram,
    FigureView? OverPlan,
    FigureView? Kr,
    int Batches,
    int WithoutPrice
);

public sealed record ReagentsView(
    string Metal,
    string Name,
    FigureView? Product,
    FigureView? KrPerGram,
    IReadOnlyList<BooksReagent> Reagents
);

public sealed record BooksMoneyBatch(
    string BatchId,
    string Code,
    string Title,
    DateTimeOffset? ClosedAt,
    FigureView Costs,
    FigureView LeftOver,
    FigureView Margin
);

/// <param name="Unpriced">Batches for the metal without a price list on their day.</param>
public sealed record MoneyView(
    string Metal,
    string Name,
    int Count,
    int Unpriced,
    FigureView? Costs,
    FigureView? LeftOver,
    FigureView? Margin,
    FigureView? PerGram,
    IReadOnlyList<BooksMoneyBatch> Batches
);

/// <summary>A batch, or a lot, behind a figure.</summary>
public sealed record BehindView(string Title, IReadOnlyList<BehindPart> Parts);

/// <param name="Href">Where it is looked at.</param>
public sealed record BehindPart(string Href, string Code, string Title, DateTimeOffset? ClosedAt, string Figure, double Value);

/// <summary>A batch that showed a figure of practice.</summary>
/// <param name="LeftOut">Why it does not count; null where it does.</param>
public sealed record PracticeSight(
    string BatchId,
    string Code,
    DateTimeOffset ClosedAt,
    double Value,
    double Low,
    double High,
    string Text,
    string Says,
    string? LeftOut,
    long Version
);

/// <summary>A figure of practice: the book's value, and the shop's own where batches have shown it.</summary>
/// <param name="Source">Where the book value is from.</param>
/// <param name="Batches">Batches that count.</param>
/// <param name="In">The steps that show it; empty where any may.</param>
public sealed record PracticeFigureView(
    string Prior,
    string Label,
    string In,
    FigureView Book,
    FigureView? Own,
    string Source,
    bool Guess,
    int Batches,
    IReadOnlyList<PracticeOfKind> Kinds,
    IReadOnlyList<PracticeSight> Shown
);

/// <summary>A figure as batches of one kind of scrap alone show it.</summary>
public sealed record PracticeOfKind(string Kind, int Batches, FigureView Own);

/// <param name="Weight">Batches that a book value counts as.</param>
public sealed record PracticeView(double Weight, IReadOnlyList<PracticeFigureView> Figures);

/// <param name="Counts">True takes it in again; false leaves it out, which needs a reason.</param>
public sealed record LeaveOutRequest(Head Head, bool Counts, string? Reason = null);
