using Spolium.Core.Journal;
using Spolium.Core.Ways;

namespace Spolium.Core.Workshop;

/// <summary>What a leaving is in money: its metals as they would be paid if all of them came out, and what handing it over costs. What
/// lies between is what working it up may cost.</summary>
/// <param name="HandOver">Below nothing; null where nobody has a price for it, or nobody knows how much there is.</param>
/// <param name="NotPriced">Metals in it that nobody on the list pays for.</param>
public sealed record LeavingMoney(IReadOnlyList<WorthLine> Metals, WorthLine? HandOver, IReadOnlyList<string> NotPriced)
{
    // Less of a metal is in no sum of anybody, g.
    private const double LeastGrams = 1e-3;

    /// <summary>Null while there is no price list.</summary>
    /// <param name="grams">Of each metal in it.</param>
    public static LeavingMoney? Of(State state, Leaving leaving, IReadOnlyList<(string Element, Working Grams)> grams)
    {
        if (state.PricesNow is not { List: var prices })
            return null;
        var (paid, none) = (new List<WorthLine>(), new List<string>());
        foreach (var (element, there) in grams.Where(g => g.Grams.Range.High > LeastGrams))
            if (Worth.Paid("metal-" + element, there, element, prices, "if all of it came out, paid") is { Kr.Likely: > 0 } line)
                paid.Add(line);
            else
                none.Add(element);
        return new(
            paid,
            leaving.Charge is { } charge && leaving.Wet && prices.OfWork(PriceList.HandOver) is { } fee
                ? new("hand-over", Worth.Less(charge.Mass() * fee, "handed over as it is"))
                : null,
            none
        );
    }
}
