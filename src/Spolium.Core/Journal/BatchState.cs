using System.Collections.Immutable;

namespace Spolium.Core.Journal;

/// <summary>A step of a batch as the journal tells it.</summary>
public sealed record StepState(
    string Id,
    BegunPlan? Plan,
    DateTimeOffset? BegunAt,
    DateTimeOffset? ClosedAt,
    ImmutableList<Pour> Pours,
    ImmutableDictionary<string, DateTimeOffset> Signs,
    ImmutableList<ReadingState> Readings,
    ImmutableDictionary<string, TypedNumber> Weighed,
    ImmutableDictionary<string, string> WeighedBy,
    ImmutableList<HoldingEstimate> Outputs,
    DateTimeOffset? LastAt
)
{
    public static StepState New(string id) =>
        new(
            id,
            null,
            null,
            null,
            [],
            ImmutableDictionary<string, DateTimeOffset>.Empty,
            [],
            ImmutableDictionary<string, TypedNumber>.Empty,
            ImmutableDictionary<string, string>.Empty,
            [],
            null
        );

    /// <summary>Given up: its vessel's contents stay together.</summary>
    public bool GivenUp { get; init; }

    /// <summary>Covariances of what it made, by element.</summary>
    public ImmutableList<HoldingCovariance> Covariances { get; init; } = [];

    /// <summary>Crowns paid outside for it.</summary>
    public TypedNumber? Fee { get; init; }

    /// <summary>Liquors that were tested for a metal.</summary>
    public ImmutableList<LiquorBracket> Tests { get; init; } = [];

    /// <summary>What happened beside the plan, in its order.</summary>
    public ImmutableList<Beside> Beside { get; init; } = [];

    /// <summary>Id of the rule of what never meets that was broken in its vessel; null where none was.</summary>
    public string? Danger => Beside.Find(b => b.Body.Danger is not null)?.Body.Danger;

    /// <summary>All that came out of bottles: doses, and what was poured beside the plan.</summary>
    public IEnumerable<Pour> FromBottles =>
        Beside.IsEmpty
            ? Pours
            : Pours.Concat(
                Beside.SelectMany(b =>
                    b.Body.Poured is { } p ? [Pour.From(p.Pour, BesidePour, p.Formula, b.At, b.EntryId)] : Enumerable.Empty<Pour>()
                )
            );

    /// <summary>Stands for the dose of what no plan asked for.</summary>
    public const string BesidePour = "beside";

    public bool Begun => BegunAt is not null;
    public bool Closed => ClosedAt is not null;

    public Facts Facts =>
        new(Pours, Signs.Keys.ToHashSet(), Weighed, Begun, Closed, LastAt)
        {
            GivenUp = GivenUp,
            Tests = Tests,
            Beside = Beside,
            Readings = Readings.Exists(r => r.TellsThePlan) ? [.. Readings.Where(r => r.TellsThePlan)] : [],
            Plan = Plan,
        };
}

/// <summary>A reading that was put right, and when.</summary>
public sealed record PutRightState(ReadingPutRight Body, DateTimeOffset At, string By, string EntryId);

/// <summary>Somebody said that readings which disagree are right.</summary>
public sealed record StandsState(string Reason, DateTimeOffset At, string By, string EntryId);

/// <summary>A weighed product.</summary>
/// <param name="Formula">Of what it is believed to be: a metal, a salt; with its water.</param>
public sealed record ProductState(
    string StepId,
    string Output,
    TypedNumber Mass,
    TypedNumber? Fineness,
    ImmutableList<ElementEstimate> Holds,
    string EntryId,
    string Formula
)
{
    public bool Is(string stepId, string output) => StepId == stepId && Output == output;
}

/// <summary>A batch as the journal tells it.</summary>
public sealed record BatchState(
    string Id,
    string Code,
    string Title,
    ImmutableList<Feed> Feeds,
    Route Route,
    ImmutableList<Bottle> Bottles,
    double BalanceStepG,
    ImmutableList<ElementEstimate> Believed,
    ImmutableDictionary<string, StepState> Steps,
    ImmutableList<ProductState> Products,
    DateTimeOffset StartedAt,
    DateTimeOffset? ClosedAt,
    ImmutableList<Figure> Recoveries
)
{
    /// <summary>What the way leads to, once it was weighed; of a way that was cut short the first that was.</summary>
    public ProductState? Product => Products.Find(p => p.StepId == Route.Steps[^1].Id) ?? (Products.IsEmpty ? null : Products[0]);

    public ProductState? ProductAt(string stepId, string output) => Products.Find(p => p.Is(stepId, output));

    /// <summary>With a product weighed, or weighed anew.</summary>
    internal BatchState With(ProductState product) =>
        this with
        {
            Products = Products.FindIndex(p => p.Is(product.StepId, product.Output)) is >= 0 and var at
                ? Products.SetItem(at, product)
                : Products.Add(product),
        };

    /// <summary>The saved plan that it was started from.</summary>
    public string? PlanId { get; init; }

    /// <summary>The file that it came with, where it is a batch of another shop.</summary>
    public BatchFile? BroughtIn { get; init; }

    /// <summary>The entry that measured the feed: that of the start, or what put it right.</summary>
    public string? FeedBy { get; init; }

    /// <summary>Readings that were put right after their step had closed, oldest first.</summary>
    public ImmutableList<PutRightState> PutRight { get; init; } = [];

    /// <summary>What practice had taught when it began; null in journals of schema 1, which are asked again.</summary>
    public Practice? GoesBy { get; init; }

    /// <summary>What the books keep of it; null while it is open.</summary>
    public BatchSummary? Summary { get; init; }

    /// <summary>Figures of practice that it showed when it closed.</summary>
    public ImmutableList<PracticeSeen> Practice { get; init; } = [];

    /// <summary>Side holdings that went into shared ones, by holding.</summary>
    public ImmutableDictionary<string, PooledState> Pooled { get; init; } = ImmutableDictionary<string, PooledState>.Empty;

    /// <summary>Recoveries since it closed, each with why they were restated; the last are those that hold.</summary>
    public ImmutableList<RecoveryState> History { get; init; } = [];

    /// <summary>The batch with other recoveries from now on.</summary>
    internal BatchState Restated(Entry entry, string why, IEnumerable<Figure> recoveries)
    {
        ImmutableList<Figure> now = [.. recoveries];
        return this with { Recoveries = now, History = History.Add(new(entry.OccurredAt, why, now, entry.Id)) };
    }

    /// <summary>Why it teaches nothing; null where it counts.</summary>
    public string? LeftOut { get; init; }

    /// <summary>Where it was lost before its end; null where it was worked off, or is open.</summary>
    public LostBatch? Lost { get; init; }

    /// <summary>Why its readings disagree and are right all the same; null where nobody said so.</summary>
    public StandsState? Stands { get; init; }

    /// <summary>
    /// Metals that the book follows: those believed to be in the feed, those that came as metal out of a bottle (a bar, powder, silver that
    /// is lent), and all that a closed step told of.
    /// </summary>
    public IReadOnlyList<string> Metals =>
        [
            .. Believed
                .Select(b => b.Element)
                .Concat(
                    Steps
                        .Values.SelectMany(s =>
                            s.FromBottles.Select(p => p.Formula)
                                .OfType<string>()
                                .Where(ElementAtWork.IsMetal)
                                .Concat(s.Outputs.SelectMany(o => o.Holds.Select(h => h.Element)))
                        )
                        .Order(StringComparer.Ordinal)
                )
                .Distinct(),
        ];

    public StepState Step(string id) => Steps.GetValueOrDefault(id) ?? StepState.New(id);

    /// <summary>The first step that is not closed; null when all are, or when the batch is over.</summary>
    public RouteStep? Current => ClosedAt is not null ? null : Route.Steps.FirstOrDefault(s => !Step(s.Id).Closed);

    public IReadOnlyDictionary<string, Facts> Facts => Steps.ToDictionary(s => s.Key, s => s.Value.Facts);
}
