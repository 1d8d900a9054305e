using Spolium.Core.Journal;
using Spolium.Core.Reconciling;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>Lots are poured together.</summary>
public static class LotPooling
{
    /// <summary>Puts lots together into one. The book keeps what each brought: content and draws stay those of the lots.</summary>
    public static Decision Pool(State state, string lotId, string code, string title, IReadOnlyList<LotAmount> feeds)
    {
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(code) || LotDecisions.Taken(state, code))
            errors.Add(new("code", "the code is empty or taken", "write a new one"));
        if (feeds.Select(f => f.LotId).Distinct().Count() < 2)
            errors.Add(new("feeds", "a pool needs two lots or more", "choose another lot"));
        for (var i = 0; i < feeds.Count; i++)
            if (!state.Lots.TryGetValue(feeds[i].LotId, out var lot))
                errors.Add(new($"feeds[{i}].lotId", "there is no such lot", "choose one of the list"));
            else if (feeds[i].Amount.Value <= 0 || feeds[i].Amount.Value > lot.Left * (1 + 1e-9))
                errors.Add(
                    LikeliestSlip.Told(
                        new(
                            $"feeds[{i}].amount",
                            $"{FigureText.Number(lot.Left, 2)} of {lot.Code} is left",
                            "take at most that, and more than nothing"
                        ),
                        feeds[i].Amount,
                        v => v <= lot.Left
                    )
                );
        var lots = feeds.Select(f => state.Lots.GetValueOrDefault(f.LotId)).OfType<LotState>().ToList();
        if (lots.Select(l => (l.Amount.Field, l.Content.Liquor)).Distinct().Count() > 1)
            errors.Add(new("feeds", "solids and liquors, or liquors of different acids, are not one lot", "pool what is alike"));
        // Cyanide, acid, hypochlorite: what nobody knows is not poured to anything.
        else if (lots.FirstOrDefault(l => l.Amount.Field == Field.Volume && l.Content.Liquor is null) is { } unknown)
            errors.Add(
                new(
                    "feeds",
                    $"nobody knows what holds the metals of {unknown.Code}",
                    "test it and write it down first: liquors that nobody knows are not poured together"
                )
            );
        foreach (var (lot, asked) in lots.SelectMany(l => LotAtWork.Questions(l).Select(q => (l, q))))
            errors.Add(new("feeds", asked.Question, $"answer it on the page of {lot.Code} first"));
        if (errors.Count > 0)
            return Decision.Refuse(errors);
        var believed = feeds
            .Select((f, i) => Taking(lots[i], f.Amount))
            .SelectMany(x => x)
            .GroupBy(e => e.Element)
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .Select(g => new ElementEstimate(
                g.Key,
                g.Sum(e => e.Grams),
                Math.Sqrt(g.Sum(e => e.Sigma * e.Sigma)),
                g.Sum(e => e.Low),
                g.Sum(e => e.High)
            ))
            .ToList();
        return Decision.Write(new LotsPooled(lotId, code.Trim(), title.Trim(), feeds, believed));
    }

    private static IEnumerable<ElementEstimate> Taking(LotState lot, TypedNumber amount)
    {
        var share = amount.Value / lot.Amount.Value;
        return lot.Believed.Select(e => new ElementEstimate(e.Element, e.Grams * share, e.Sigma * share, e.Low * share, e.High * share));
    }
}
