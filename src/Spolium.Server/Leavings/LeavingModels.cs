using Microsoft.AspNetCore.Mvc;
using Spolium.Core.Materials;

namespace Spolium.Server.Leavings;

/// <param name="Grams">By the book, in words.</param>
public sealed record LeavingMetal(string Element, string Name, string Grams);

/// <summary>A leaving in the list.</summary>
/// <param name="Amount">"7.5 L" as measured; empty where only its metals are known.</param>
/// <param name="Holds">How many leavings stand in it.</param>
public sealed record LeavingRow(
    FeedFrom From,
    string Id,
    string Code,
    string Title,
    bool Wet,
    string Amount,
    DateTimeOffset? Since,
    IReadOnlyList<LeavingMetal> Metals,
    int Holds
);

/// <param name="More">There are more behind them.</param>
public sealed record LeavingsView(IReadOnlyList<LeavingRow> Leavings, bool More);

/// <param name="Strength">Mass per cent of the bottle that is used first, or of the usual one.</param>
public sealed record DosedWith(string Formula, string Name, double Strength, string Bottle);

public sealed record LeavingContent(string Element, string Name, FigureView Grams);

/// <summary>A leaving by substance, with what is to be minded and what can be done.</summary>
/// <param name="Acid">Free acid; null where there is none, or it is not known.</param>
/// <param name="Solids">Grams that lie in it.</param>
/// <param name="Known">False where only its metals are known.</param>
/// <param name="NotWith">What no pot takes it for, and the way round.</param>
/// <param name="Marks">Suspected or known beside its amounts.</param>
/// <param name="With">What can be dosed into it.</param>
/// <param name="NotInTheEngine">Dissolved and without constants, each with why.</param>
/// <param name="Money">Null without a price list.</param>
/// <param name="Ways">Methods that work up leavings: those that take it first.</param>
/// <param name="Joins">Other liquors and pots, and whether it may be poured to them.</param>
public sealed record LeavingView(
    FeedFrom From,
    string Id,
    string Code,
    string Title,
    bool Wet,
    bool Known,
    DateTimeOffset Since,
    string? BatchId,
    FigureView? Volume,
    IReadOnlyList<LeavingContent> Content,
    FigureView? Acid,
    FigureView? Solids,
    IReadOnlyList<string> NotWith,
    IReadOnlyList<string> Marks,
    IReadOnlyList<DosedWith> With,
    IReadOnlyList<string> NotInTheEngine,
    IReadOnlyList<CameIn> CameIn,
    LeavingMoneyView? Money,
    IReadOnlyList<Joined> Joins,
    IReadOnlyList<LeavingWay> Ways
);

/// <summary>A method that works up leavings, and whether it takes this one.</summary>
/// <param name="Refused">Why it does not; empty where it does.</param>
/// <param name="WayOut">What to do instead.</param>
public sealed record LeavingWay(string Method, string Title, string Refused, string WayOut);

/// <summary>What went into it.</summary>
/// <param name="Amount">Empty where nobody measured it.</param>
/// <param name="BatchId">Where it comes from a batch.</param>
public sealed record CameIn(DateTimeOffset? At, string What, string Amount, string? BatchId);

/// <param name="HandOver">Below nothing; null where there is no price for it.</param>
/// <param name="NotPriced">Metals in it without a price.</param>
public sealed record LeavingMoneyView(IReadOnlyList<FigureView> Metals, FigureView? HandOver, IReadOnlyList<string> NotPriced);

/// <summary>What is asked of a liquor under a dose.</summary>
public sealed class DoseQuery
{
    [FromQuery(Name = "from")]
    public required FeedFrom From { get; init; }

    [FromQuery(Name = "id")]
    public required string Id { get; init; }

    /// <summary>Formula of what is poured.</summary>
    [FromQuery(Name = "with")]
    public required string With { get; init; }

    /// <summary>"Foaming", "Stirred", "Aired"; stirred where it is left out.</summary>
    [FromQuery(Name = "over")]
    public CarbonDioxide? Over { get; init; }

    /// <summary>"98 %"; that of the bottle where it is left out.</summary>
    [FromQuery(Name = "strength")]
    public string? Strength { get; init; }

    /// <summary>"800 g", the end of the curve; as much as it takes and some more where it is left out.</summary>
    [FromQuery(Name = "most")]
    public string? Most { get; init; }

    [FromQuery(Name = "dose")]
    public string? Dose { get; init; }

    /// <summary>pH readings on the curve: "120 g=3.2", "0.3 kg=5.1±0.2".</summary>
    [FromQuery(Name = "read")]
    public string[]? Read { get; init; }
}

/// <summary>A pH reading on the curve, and what it says of what was believed.</summary>
/// <param name="Says">Empty where it is as it was to be.</param>
public sealed record ReadOnCurve(double Grams, double PH, string Says);

/// <param name="With">Formula of what was poured.</param>
public sealed record BelieveReadingsRequest(Head Head, string With, CarbonDioxide? Over, IReadOnlyList<string> Read);

/// <param name="Grams">Of what is poured.</param>
/// <param name="Dissolved">Share of each metal that is dissolved, in the order of the metals.</param>
/// <param name="GasL">Carbon dioxide that left.</param>
public sealed record CurvePoint(double Grams, double PH, IReadOnlyList<double> Dissolved, double GasL);

public sealed record CurveMetal(string Element, string Name, double? Begins, double? Down, double? Again);

/// <summary>One pouring: so much of it, and what is down then.</summary>
public sealed record StageView(
    string Name,
    string Formula,
    double Grams,
    string GramsText,
    string PH,
    IReadOnlyList<string> Down,
    IReadOnlyList<string> Left
);

/// <param name="Ph">Asked for.</param>
/// <param name="Grams">Null where it does not come to that.</param>
public sealed record PhMark(double Ph, double? Grams);

/// <summary>The likely liquor under a rising dose.</summary>
/// <param name="Stages">How all that can is brought down; empty for what is no base.</param>
/// <param name="Ran">What ran to completion before equilibrium was asked.</param>
/// <param name="Read">The person's own readings.</param>
public sealed record DoseCurveView(
    string Name,
    string Formula,
    double Most,
    IReadOnlyList<CurveMetal> Metals,
    IReadOnlyList<CurvePoint> Points,
    IReadOnlyList<StageView> Stages,
    IReadOnlyList<PhMark> Marks,
    IReadOnlyList<string> Ran,
    IReadOnlyList<ReadOnCurve> Read
);

public sealed record MetalLeft(string Element, string Name, FigureView Grams, FigureView Share);

/// <param name="Fitted">Its constant is fitted to practice, without a source.</param>
public sealed record SolidFallen(string Name, string Formula, FigureView Dry, bool Fitted);

/// <summary>The liquor at one dose, with ranges.</summary>
/// <param name="Outside">Too strong for what the activities are made for: an indication.</param>
/// <param name="Moved">Free acid and metals as the readings move them; empty without readings.</param>
public sealed record UnderDoseView(
    double Grams,
    FigureView PH,
    FigureView Gas,
    IReadOnlyList<MetalLeft> Metals,
    IReadOnlyList<SolidFallen> Solids,
    bool Outside,
    IReadOnlyList<FigureView> Moved
);
