using Spolium.Core.Methods;

namespace Spolium.Core.Plans;

/// <summary>
/// Which real bottles the doses of a step come from: what was logged, each pour by the strength it had then; what is still to come, from
/// the bottles of the shop in their order, each until it is empty.
/// </summary>
internal sealed class FromTheShelf(Shop shop, IReadOnlyDictionary<string, double>? levels = null)
{
    private readonly Dictionary<string, double> left = new(levels ?? shop.Levels ?? new Dictionary<string, double>());

    /// <summary>The same bottles, as low as they are by now.</summary>
    public FromTheShelf AsItIs() => new(shop, left);

    /// <summary>The shop as it pours for this step: where several bottles of one substance are needed, they stand as one.</summary>
    public Shop For(StepPlan plan, Facts facts)
    {
        var replaced = plan
            .Doses.GroupBy(d => d.Bottle.Formula)
            .Where(g => g.Key != "H2O")
            .ToDictionary(g => g.Key, g => Needed(g.Key, [.. g], facts));
        return replaced.All(r => r.Value is null)
            ? shop
            : shop with
            {
                Bottles = [.. replaced.Values.OfType<Bottle>(), .. shop.Bottles.Where(b => replaced.GetValueOrDefault(b.Formula) is null)],
            };
    }

    // Null when the first bottle serves, as the plan has it already.
    private Bottle? Needed(string formula, IReadOnlyList<Dose> doses, Facts facts)
    {
        var listed = shop.Bottles.Where(b => b.Formula == formula).ToList();
        var shares = new List<BottleShare>();
        foreach (var pours in doses.SelectMany(d => facts.Of(d.Id)).GroupBy(p => (p.BottleId, p.Strength)))
            shares.Add(
                new((listed.FirstOrDefault(b => b.Id == pours.Key.BottleId) ?? listed[0]).As(pours.First()), pours.Sum(p => p.Grams))
            );
        foreach (var (bottle, grams) in ToCome(listed, doses.Sum(d => StillWanted(d, facts))))
            shares.Add(new(bottle, grams));
        var all = shares.Where(s => s.Share > 0).ToList();
        return all.Count == 0 || all.All(s => s.Bottle == listed[0]) ? null
            : all.Count == 1 ? all[0].Bottle
            : Bottle.Together(all);
    }

    // Of a dose that a sign ends the high end is wanted on the shelf; of a decided one what was decided.
    private static double StillWanted(Dose dose, Facts facts) =>
        facts.Closed ? 0 : Math.Max(0, dose.Rungs.Where(r => r.Poured is null).Sum(r => r.Grams));

    private IEnumerable<(Bottle Bottle, double Grams)> ToCome(List<Bottle> listed, double grams)
    {
        for (var i = 0; i < listed.Count && grams > 1e-9; i++)
        {
            // The last of them is taken for all that is left: a warning says that it is not enough.
            var here =
                i == listed.Count - 1 ? grams : Math.Min(grams, Math.Max(0, left.GetValueOrDefault(listed[i].Id, double.PositiveInfinity)));
            grams -= here;
            if (here > 0)
                yield return (listed[i], here);
        }
    }

    /// <summary>The step with its rungs told from which bottle and what the shelf lacks for them; the shelf is so much lower for the next
    /// step.</summary>
    public StepPlan Take(StepPlan plan, Facts facts) =>
        plan with
        {
            Doses = [.. plan.Doses.Select(d => d.Bottle.Formula == "H2O" ? d : Take(d, facts))],
        };

    private Dose Take(Dose dose, Facts facts)
    {
        var listed = shop.Bottles.Where(b => b.Formula == dose.Bottle.Formula).ToList();
        var wanted = StillWanted(dose, facts);
        var there = listed.Sum(b => Math.Max(0, left.GetValueOrDefault(b.Id, double.PositiveInfinity)));
        var lacking =
            wanted <= there * (1 + 1e-9)
                ? null
                : $"{string.Join(" and ", listed.Select(b => b.Id))} {(listed.Count == 1 ? "holds" : "hold")} "
                    + $"{FigureText.Number(there, 0)}{FigureText.ThinSpace}g by the shelf, this may want "
                    + $"{FigureText.Number(wanted, 0)}{FigureText.ThinSpace}g: add another bottle, or count the shelf";
        var rungs = new List<Rung>();
        foreach (var rung in dose.Rungs)
        {
            var bottle = rung.Poured is not null
                ? facts.Pours.FirstOrDefault(p => p.EntryId == rung.Poured)?.BottleId
                : Next(listed, rung.Grams);
            var density = dose.Bottle.RealBottles().FirstOrDefault(b => b.Id == bottle)?.DensityGPerMl;
            rungs.Add(
                rung with
                {
                    BottleId = bottle,
                    Millilitres = rung.Millilitres is { } ml
                        ? density is { } d
                            ? rung.Grams / d
                            : ml
                        : null,
                }
            );
            if (rung.Poured is null && bottle is not null && left.ContainsKey(bottle))
                left[bottle] -= rung.Grams;
        }
        return dose with { Rungs = rungs, Lacking = lacking };
    }

    // A portion is poured from one bottle: the first that still holds it, or else the last.
    private string? Next(List<Bottle> listed, double grams) =>
        (
            listed.FirstOrDefault(b => left.GetValueOrDefault(b.Id, double.PositiveInfinity) >= grams * (1 - 1e-9))
            ?? listed.LastOrDefault()
        )?.Id;
}
