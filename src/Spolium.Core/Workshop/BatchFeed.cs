using Spolium.Core.Journal;

namespace Spolium.Core.Workshop;

/// <summary>What a batch is fed from, and what is believed to be in it.</summary>
public static class BatchFeed
{
    /// <summary>The charge of so much of a lot; of a pool, of what each of its lots brought.</summary>
    /// <param name="content">Another content than the lot's, that is only thought of.</param>
    public static Charge FeedOf(State state, LotState lot, TypedNumber amount, bool likelyOnly = false, Content? content = null)
    {
        if (lot.Sources.Count > 0)
        {
            var share = amount.Value / lot.Amount.Value;
            return lot
                .Sources.Select(f =>
                    FeedOf(
                        state,
                        state.Lots[f.LotId],
                        f.Amount with
                        {
                            Value = f.Amount.Value * share,
                            PlusMinus = f.Amount.PlusMinus * share,
                        },
                        likelyOnly
                    )
                )
                .Aggregate((a, b) => a.Plus(b))
                .Marked(lot.Content.Marks ?? []);
        }
        var draws = new Draws(RootOf(state, lot), likelyOnly);
        Working Taken(Dimension of, string how) =>
            Working.Given(
                draws.Reading($"taken {amount.Text}", amount.Value, amount.Sigma),
                of,
                $"taken of {lot.Code}",
                $"{how}: {amount.Text}"
            );
        return amount.Field == Field.Volume
            ? (content ?? lot.Content).ToLiquor(Taken(Dimension.Volume, "measured"), draws)
            : (content ?? lot.Content).ToCharge(Taken(Dimension.Mass, "weighed"), draws);
    }

    /// <summary>Metal believed in so much of a lot, for each metal of its content.</summary>
    public static IReadOnlyList<ElementEstimate> Believed(Charge charge) =>
        [.. charge.Booked.Order(StringComparer.Ordinal).Select(m => ElementEstimate.Of(m, charge.Element(m)))];

    /// <summary>Metal believed in so much of a liquor: volume × concentration, for each line of its content.</summary>
    /// <param name="draws">Of the lot, or of the lot that it is a part of.</param>
    public static IReadOnlyList<(string Element, Working Grams)> InLiquor(Content content, TypedNumber volume, Draws draws)
    {
        var ml = Working.Given(
            draws.Reading($"taken {volume.Text}", volume.Value, volume.Sigma),
            Dimension.Volume,
            "volume of the liquor",
            $"measured: {volume.Text}"
        );
        return
        [
            .. content.Lines.Select(l =>
                (
                    l.Element,
                    (
                        ml
                        * Working.Given(
                            draws.Spread("content " + l.Element, l.Triple, Spread.Positive),
                            Dimension.Density,
                            $"{Chemistry.Elements.Of(l.Element).Name}, g/L",
                            $"typed with the lot: {l.Low.Text} – {l.Likely.Text} – {l.High.Text}"
                        )
                        / 1000
                    ).Named($"{Chemistry.Elements.Of(l.Element).Name} in the lot")
                )
            ),
        ];
    }

    /// <summary>The same of a lot of which nobody knows what holds its metals; of a pool, of what each of its lots brought.</summary>
    public static IReadOnlyList<(string Element, Working Grams)> InLiquor(State state, LotState lot, TypedNumber amount)
    {
        if (lot.Sources.Count == 0)
            return InLiquor(lot.Content, amount, new(RootOf(state, lot)));
        var share = amount.Value / lot.Amount.Value;
        return
        [
            .. lot
                .Sources.SelectMany(f =>
                    InLiquor(
                        state,
                        state.Lots[f.LotId],
                        f.Amount with
                        {
                            Value = f.Amount.Value * share,
                            PlusMinus = f.Amount.PlusMinus * share,
                        }
                    )
                )
                .GroupBy(m => m.Element)
                .Select(g =>
                    (g.Key, Working.Sum(g.Select(m => m.Grams), Dimension.Mass).Named($"{Chemistry.Elements.Of(g.Key).Name} in the lot"))
                ),
        ];
    }

    /// <summary>Parts of a lot keep the draws of the lot that they come from, unless they hold something else.</summary>
    public static string RootOf(State state, LotState lot)
    {
        while (lot is { PartOf: { } whole, OwnContent: false })
            lot = state.Lots[whole];
        return lot.Id;
    }
}
