using Spolium.Core.Journal;

namespace Spolium.Core.Workshop;

/// <summary>Prices for what will be sold later: a metal that was written without a ± has that of the shop's own lists of the year
/// before.</summary>
public static class PriceSpread
{
    private static readonly TimeSpan Year = TimeSpan.FromDays(365.25);

    // A shop that began yesterday has seen no price move: what its lists say of less than this is spread over it.
    private static readonly double LeastDays = Reference.Constants.Get("price-days").Likely;

    // Of the price: wider, what it brings on the mean would not be the price any more, since none falls below nothing.
    private static readonly double MostOfPrice = Reference.Constants.Get("price-spread-most").Likely;

    /// <summary>The list that holds now, with how far its metals have lain from it; null before there is one. What was written with a ±
    /// keeps it.</summary>
    public static PriceList? Ahead(State state)
    {
        if (state.PricesNow is not { } now)
            return null;
        var before = Before(state, now).ToList();
        return before.Count == 0
            ? now.List
            : now.List with
            {
                Rows = [.. now.List.Rows.Select(r => r.Kind == PriceKind.Metal && r.Price.PlusMinus == 0 ? Spread(r, before) : r)],
            };
    }

    // Lists of the year up to the one that holds, and the days that each held in it. Lists in other money say nothing of this one.
    private static IEnumerable<(PriceList List, double Days)> Before(State state, PricesState now)
    {
        var since = now.From - Year;
        for (var (i, end) = (state.Prices.Count - 2, now.From); i >= 0 && end > since; end = state.Prices[i].From, i--)
        {
            var was = state.Prices[i];
            var from = was.From > since ? was.From : since;
            if (end > from && Sign(was.List) == Sign(now.List))
                yield return (was.List, (end - from).TotalDays);
        }
    }

    private static string Sign(PriceList list) => (list.Currency ?? Currency.Usual).Sign;

    // By the days that each held: a price that was typed wrong and mended at once weighs next to nothing.
    private static PriceRow Spread(PriceRow row, IReadOnlyList<(PriceList List, double Days)> before)
    {
        var (squares, days) = (0.0, 0.0);
        foreach (var (list, held) in before)
            if (list.Find(PriceKind.Metal, row.Item) is { } was)
            {
                squares += held * Math.Pow(was.Price.Value - row.Price.Value, 2);
                days += held;
            }
        var sigma = Math.Min(Math.Sqrt(squares / Math.Max(days, LeastDays)), MostOfPrice * row.Price.Value);
        var plusMinus = sigma * Quantities.Draws.Z95;
        return sigma <= 0
            ? row
            : row with
            {
                Price = row.Price with
                {
                    PlusMinus = plusMinus,
                    Instrument = $"± {Currency.Text(plusMinus, plusMinus < 10 ? 2 : 0)} by its lists of the year before",
                },
            };
    }
}
