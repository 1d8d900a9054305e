namespace Spolium.Core.Ways;

public enum ChoiceKind
{
    /// <summary>Worked off by its best way.</summary>
    Do,

    /// <summary>Sold as it is.</summary>
    Sell,

    /// <summary>Left lying; a liquor is handed over.</summary>
    Leave,

    /// <summary>Tested for its content, or for what shuts a gate; then the best of the rest.</summary>
    Test,

    /// <summary>Worked off together with lots that wait.</summary>
    Pool,

    /// <summary>Kept until more of its kind came in.</summary>
    Wait,
}

/// <summary>Something that can be done with a lot. All choices stand on one axis: crowns against having nothing of it.</summary>
/// <param name="Title">As a person would say it, after "to": "work it off by …".</param>
/// <param name="Kr">In all worlds.</param>
/// <param name="Says">What its figure rests on.</param>
public sealed record Choice(ChoiceKind Kind, string Title, Working Kr, string Says)
{
    /// <summary>Codes of the lots that it is pooled with.</summary>
    public IReadOnlyList<string> With { get; init; } = [];

    /// <summary>Mean over the worlds: what choices are compared by.</summary>
    public double Mean => MeanOf(Kr.Amount);

    // The mean is told no finer than the worlds lie apart; whole at the coarsest, as the verdict tells it.
    private int Decimals => Math.Max(0, FigureText.Decimals(Mean, Kr.Range.Width));

    /// <summary>The mean with its working.</summary>
    public Working MeanKr =>
        Working.Reckoned(
            Amount.Certain(Math.Round(Mean, Decimals)),
            Dimension.Money,
            $"to {Title}, on the mean",
            [Kr],
            null,
            "the mean over all worlds"
        );

    /// <summary>Share of the worlds in which another choice brings more.</summary>
    public double Beaten(Choice by) => Enumerable.Range(1, Amount.Draws).Count(w => by.Kr.Amount[w] > Kr.Amount[w]) / (double)Amount.Draws;

    internal static double MeanOf(Amount a) => a.IsCertain ? a.Likely : Enumerable.Range(1, Amount.Draws).Average(w => a[w]);

    /// <summary>Knowing the content first, for a price: in every world the better of working it off and leaving it, as far as the content
    /// tells which.</summary>
    /// <param name="margin">Of working it off over leaving or selling it.</param>
    /// <param name="content">What tells them apart: worth of the metal in the feed.</param>
    public static Choice TestFirst(Working asItLies, Working margin, Working content, Working price)
    {
        var told = Margins.Told(margin.Amount, content.Amount);
        return new(
            ChoiceKind.Test,
            "test it for its content, then do the better",
            (
                asItLies
                + Working.Reckoned(
                    Amount.Each(w => Math.Max(0, told[w])),
                    Dimension.Money,
                    "the better of working it off and not, once its content is known",
                    [margin, content]
                )
                - price
            ).Named("tested first"),
            $"the test costs {LotVerdict.Kr(price.Likely)}"
        );
    }

    /// <summary>
    /// Looking first for what would shut the gate of a way: clean, it is worked off; else the best of the rest. What shuts a gate is never
    /// bought: where the test overlooks it, the way is counted as the rest too.
    /// </summary>
    /// <param name="without">Left over by the way in worlds without it.</param>
    /// <param name="shut">1 in worlds in which the gate is shut.</param>
    /// <param name="rest">The best that is left when it is found.</param>
    public static Choice TestFor(TroubleTest test, string title, Working without, Working shut, Working rest, Working price)
    {
        var taken = Working.Reckoned(
            Amount.Each(w =>
                shut.Amount[w] > 0
                    ? rest.Amount[w]
                    : test.Specificity * Math.Max(without.Amount[w], rest.Amount[w]) + (1 - test.Specificity) * rest.Amount[w]
            ),
            Dimension.Money,
            "worked off where it is clean, else the best of the rest",
            [without, shut, rest]
        );
        var free = 1 - MeanOf(shut.Amount);
        return new(
            ChoiceKind.Test,
            title,
            (taken - price).Named("tested first"),
            $"clean in {FigureText.Number(100 * free, 0)} of 100 worlds; the test costs {LotVerdict.Kr(price.Likely)}"
        );
    }
}
