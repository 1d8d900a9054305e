using Spolium.Core.Methods;

namespace Spolium.Core.Plans;

/// <summary>A tested liquor holds what the test says of a metal; what that is more or less than was reckoned is missing, or found, where
/// most of it stands.</summary>
public static class LiquorTesting
{
    public static IReadOnlyList<Output> Apply(IReadOnlyList<Output> outputs, Charge input, Facts logged, string stepId, Draws draws)
    {
        var all = outputs.ToList();
        foreach (var test in logged.Tests.GroupBy(t => (t.Output, t.Element)).Select(g => g.Last()))
        {
            var at = all.FindIndex(o => o.Id == test.Output);
            if (at < 0 || Dissolved(test.Element, all[at].Charge, input) is not { } salt)
                continue;
            var read = test.Grams($"tested {stepId}/{test.Output}/{test.Element}", draws);
            var was = all[at].Charge.Element(test.Element);
            all[at] = all[at] with { Charge = Holding(all[at].Charge, test.Element, read, salt) };
            // A step that makes one thing only keeps nothing apart: the difference is what the book shows missing.
            if (
                Enumerable
                    .Range(0, all.Count)
                    .Where(i => i != at)
                    .Select(i => (int?)i)
                    .MaxBy(i => all[i!.Value].Charge.Element(test.Element).Likely)
                    is { } most
                && all[most].Charge.Element(test.Element) is var there
                && there.Likely > 0
            )
                all[most] = all[most] with
                {
                    Charge = Holding(
                        all[most].Charge,
                        test.Element,
                        Working.AtLeastZero(there + was - read).Named($"{Elements.Of(test.Element).Name}, after the drop test"),
                        null
                    ),
                };
        }
        return all;
    }

    // What the metal is dissolved as: there, or in what the step took.
    private static Species? Dissolved(string element, Charge there, Charge input)
    {
        var usual = LiquorFeed.SaltOf(element, LiquorKind.Chloride) ?? LiquorFeed.SaltOf(element, LiquorKind.Nitrate);
        return there
            .Substances.Concat(input.Substances)
            .Concat(usual is null ? [] : Species.InVessel(usual))
            .Where(s => s.Phase == Phase.Aqueous && s.Atoms(element) > 0)
            .Select(s => (Species?)s)
            .FirstOrDefault();
    }

    // Every substance of the metal in proportion; where none was reckoned, all as the salt.
    private static Charge Holding(Charge charge, string element, Working grams, Species? salt)
    {
        var was = charge.Element(element).Amount;
        var held = charge.Moles.Where(m => m.Key.Atoms(element) > 0).ToList();
        var scale = Amount.Each(w => was[w] > 0 ? grams.Amount[w] / was[w] : 1);
        var after = held.Aggregate(charge, (c, m) =>
            c.Reread(m.Key, Working.Reckoned(m.Value.Amount * scale, Dimension.Substance, $"{m.Key.Formula}, after the drop test", [grams]))
        );
        if (salt is not { } dissolved)
            return after;
        var stray = Amount.Each(w => was[w] > 0 ? 0 : grams.Amount[w] / Elements.Of(element).Weight / dissolved.Atoms(element));
        return stray.ShareWhere(x => x > 0) == 0
            ? after
            : after.Reread(
                dissolved,
                Working.Reckoned(
                    after.Of(dissolved).Amount + stray,
                    Dimension.Substance,
                    $"{dissolved.Formula}, after the drop test",
                    [grams]
                )
            );
    }
}
