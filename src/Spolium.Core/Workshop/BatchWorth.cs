using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Ways;

namespace Spolium.Core.Workshop;

/// <summary>
/// What a batch leaves over, by what was poured, weighed, and paid: the same sheet as before it, with the facts in the plan's place. Of a
/// closed batch it is reckoned once, and kept with its summary.
/// </summary>
public static class BatchWorth
{
    /// <summary>The sheet of a batch as it stands now; null without prices.</summary>
    public static (Worth Worth, PricesState Prices)? Of(State state, BatchState batch, DateTimeOffset now) =>
        PricesAt(state, batch.ClosedAt ?? now) is { } prices
            ? (Of(state, batch, BatchAtWork.Plan(state, batch), Terms(state, batch, prices.List)), prices)
            : null;

    internal static Worth Of(State state, BatchState batch, BatchPlan plan, WorthTerms terms) =>
        Worth.Of(plan, ElementOf(plan), terms, Observing.DrawsOf(state, batch));

    internal static string ElementOf(BatchPlan plan) => BatchAtWork.ElementOf(plan.Steps[^1].Plan.Outputs.First(o => o.Main).Charge);

    internal static WorthTerms Terms(State state, BatchState batch, PriceList prices)
    {
        var paid = batch
            .Steps.Where(s => s.Value.Fee is not null)
            .OrderBy(s => s.Key, StringComparer.Ordinal)
            .Select(s => Working.Given(s.Value.Fee!.Value, Dimension.Money, $"paid outside in {s.Key}", s.Value.Fee.Told));
        var feed = batch.Feeds[0];
        return LotAtWork.Terms(state, prices, state.Lots[feed.Id], feed.Amount, ShelfAtWork.Ids(batch)) with
        {
            Hours = HandsOn(state, batch),
            Fees = Working.Sum(paid, Dimension.Money),
            Back = Back(batch),
        };
    }

    /// <summary>The list that held at a time; where none did, the one that holds now.</summary>
    internal static PricesState? PricesAt(State state, DateTimeOffset at) =>
        state.Prices.LastOrDefault(p => p.From <= at) ?? state.PricesNow;

    private static SharedBack? Back(BatchState batch)
    {
        var back = batch.Pooled.Where(p => !p.Value.Back.IsEmpty).ToList();
        if (back.Count == 0)
            return null;
        var metals = back.SelectMany(p => p.Value.Back).Select(s => s.Element).Distinct().Order(StringComparer.Ordinal);
        return new(back.Select(p => p.Key).ToHashSet(), metals.ToDictionary(e => e, e => BatchBalance.CameBack(batch, e)!));
    }

    /// <summary>
    /// Hours with hands on by the journal: stretches between entries that lie closer than half an hour. What was written after a batch had
    /// closed is no work on it. Null while nothing was written.
    /// </summary>
    public static Working? HandsOn(State state, BatchState batch)
    {
        var gap = TimeSpan.FromHours(Constants.Get("hands-on-gap").Likely);
        var at = Written(state, batch).Select(e => e.OccurredAt).Order().ToList();
        if (at.Count < 2)
            return null;
        var hours = at.Zip(at.Skip(1), (a, b) => b - a).Where(d => d <= gap).Sum(d => d.TotalHours);
        return Working.Given(
            new Draws(batch.Id).Reading("hands on", hours, hours * Counted / Draws.Z95),
            Dimension.Time,
            "hours with hands on",
            $"{at.Count} entries of the journal; those less than half an hour apart count as one stretch"
        );
    }

    /// <summary>Share (95 %) by which hours between entries are off those at the bench.</summary>
    private static readonly double Counted = Constants.Get("hands-plus-minus").Likely;

    /// <summary>Entries of its own journal that stood when it closed; of an open batch, those that stand now.</summary>
    internal static IEnumerable<Entry> Written(State state, BatchState batch)
    {
        var stream = Entry.BatchStream(batch.Id);
        var end = state.Entries.End;
        var until = batch.ClosedAt is null
            ? end
            : state.Entries.Standing(stream, end).Last(e => (e.Body as Correction)?.Instead is BatchClosed || e.Body is BatchClosed).Order
                + 1;
        return state.Entries.Standing(stream, until).Where(e => e.Streams.Any(s => s.Stream == stream));
    }
}
