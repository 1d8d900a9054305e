using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Planning;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Reference;

namespace Spolium.Core.Bench;

/// <summary>What a batch left over, by what was poured, weighed, and paid: the same sheet as before it, with the facts in the plan's place.</summary>
public static class BatchWorth
{
    /// <summary>The sheet of a batch, at the prices that held when it was closed (or hold now); null without prices.</summary>
    public static (Worth Worth, PriceList Prices)? Of(State state, BatchState batch, DateTimeOffset now)
    {
        if (PricesAt(state, batch.ClosedAt ?? now) is not { } prices)
            return null;
        var plan = BatchAtWork.Plan(state, batch);
        var element = BatchAtWork.ElementOf(plan.Steps[^1].Plan.Outputs.First(o => o.Main).Charge);
        var fees = Working.Sum(batch.Steps.Where(s => s.Value.Fee is not null).OrderBy(s => s.Key, StringComparer.Ordinal).Select(s => Working.Given(s.Value.Fee!.Value, Dimension.Money, $"paid outside in {s.Key}", s.Value.Fee.Text)), Dimension.Money);
        var terms = LotAtWork.Terms(state, prices, state.Lots[batch.Feeds[0].LotId], batch.Feeds[0].Amount) with { Hours = HandsOn(state, batch), Fees = fees, Back = Back(batch) };
        return (Worth.Of(plan, element, terms, Observing.DrawsOf(state, batch)), prices);
    }

    private static PriceList? PricesAt(State state, DateTimeOffset at) => (state.Prices.LastOrDefault(p => p.From <= at) ?? state.PricesNow)?.List;

    private static SharedBack? Back(BatchState batch)
    {
        var back = batch.Pooled.Where(p => !p.Value.Back.IsEmpty).ToList();
        return back.Count == 0 ? null : new(back.Select(p => p.Key).ToHashSet(), back.SelectMany(p => p.Value.Back).Select(s => s.Element).Distinct().Order(StringComparer.Ordinal).ToDictionary(e => e, e => BatchBalance.CameBack(batch, e)!));
    }

    /// <summary>Hours with hands on by the journal: stretches between entries that lie closer than half an hour. Null while nothing was written.</summary>
    public static Working? HandsOn(State state, BatchState batch)
    {
        var gap = TimeSpan.FromHours(Constants.Get("hands-on-gap").Likely);
        var at = state.Entries.Naming(Entry.BatchStream(batch.Id)).Where(e => state.Entries.CorrectedBy(e.Id) is null).Select(e => e.OccurredAt).Order().ToList();
        if (at.Count < 2)
            return null;
        var hours = at.Zip(at.Skip(1), (a, b) => b - a).Where(d => d <= gap).Sum(d => d.TotalHours);
        return Working.Given(hours, Dimension.Time, "hours with hands on", $"{at.Count} entries of the journal; those less than half an hour apart count as one stretch");
    }
}
