using Spolium.Core.Journal;
using Spolium.Core.Reconciling;
using Spolium.Core.Solutions;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>A bottle is made from others, or filled from a batch.</summary>
public static class BottleMaking
{
    // Of a liquid that a bottle may hold.
    private const double LightestGPerMl = 0.5;
    private const double DensestGPerMl = 3;

    internal static NewBottle? Make(State state, BottleWish wish, string at, List<FieldError> errors)
    {
        var before = errors.Count;
        if (wish.Id.Trim().Length is 0 or > 12 || !wish.Id.Trim().All(c => char.IsLetterOrDigit(c) || c is '-' or '.'))
            errors.Add(
                new(at + "id", "the bottle has no short id", "write what stands on it, such as N-2: letters, figures, a dash, 12 at most")
            );
        else if (wish.Id.Trim().Equals(Reagents.Shop.Water.Id, StringComparison.OrdinalIgnoreCase) || Claims.HasBottle(state, wish.Id))
            errors.Add(new(at + "id", $"{wish.Id.Trim()} is taken", "choose another id"));
        if (ReagentForm.Find(wish.Form) is not { } form)
        {
            errors.Add(
                new(
                    at + "form",
                    $"'{wish.Form}' is no kind of bottle that is known here",
                    "use one of " + string.Join(", ", ReagentForm.All.Select(f => f.Id))
                )
            );
            return null;
        }
        var fraction = wish.Measured?.Fraction ?? wish.Strength?.Value ?? form.Percent.Likely / 100;
        if (fraction is <= 0 or > 1)
            errors.Add(
                Stronger(
                    wish,
                    new(at + "strength", "a strength is above 0 and at most 100 %", "read it off the label, or leave it empty"),
                    1
                )
            );
        if (wish.Amount.Value <= 0)
            errors.Add(new(at + "amount", "the bottle is empty", "write a mass or a volume above 0"));
        if (wish.Density is { } typed && (typed.Value is < LightestGPerMl or > DensestGPerMl))
            errors.Add(
                LikeliestSlip.Told(
                    new(at + "density", $"{typed.Text} cannot be", "water is 1.00, 68 % nitric acid 1.405 g/mL"),
                    typed,
                    v => v is >= LightestGPerMl and <= DensestGPerMl,
                    1.2
                )
            );
        if (errors.Count > before)
            return null;
        var table = form.Liquid ? DensityTable.BySolute.GetValueOrDefault(form.Formula) : null;
        if (table is not null && fraction * 100 > table.MostPercent && wish.Density is null)
        {
            errors.Add(
                Stronger(
                    wish,
                    new(
                        at + "strength",
                        $"{form.Name} of {FigureText.Number(fraction * 100, 1)} % is stronger than any table here",
                        $"at most {FigureText.Number(table.MostPercent, 0)} %; or type the density too"
                    ),
                    table.MostPercent / 100,
                    form.Percent.Likely / 100
                )
            );
            return null;
        }
        var density = wish.Density?.Value
            ?? wish.Measured?.DensityGPerMl
            ?? (form.Formula == "H2O" ? Reagents.Shop.Water.DensityGPerMl : table?.Density(fraction * 100, ShelfDecisions.RoomC));
        // A volume that was read with its strength is as warm as that was.
        if (wish.Measured?.Readings.FirstOrDefault(r => r.Field == Field.Temperature) is { } read && table is not null)
            density = table.Density(fraction * 100, read.Value);
        if (ShelfDecisions.InGrams(wish.Amount, form, density) is not { } grams)
        {
            errors.Add(
                new(
                    at + "amount",
                    form.Liquid ? $"the density of {form.Name} is not known here" : "a solid is weighed",
                    form.Liquid ? "write grams, or type the density" : "write grams"
                )
            );
            return null;
        }
        if (grams.Likely > ShelfDecisions.LargestBottle)
            errors.Add(
                LikeliestSlip.Told(
                    new(
                        at + "amount",
                        $"{QuantityParser.InWords(wish.Amount)} is more than this shop can hold",
                        "check the unit and the decimal point"
                    ),
                    wish.Amount,
                    v => v <= ShelfDecisions.LargestBottle * wish.Amount.Value / grams.Likely
                )
            );
        // Without a label the bottle may be anything that such kinds are.
        var plusMinus = wish.Strength?.PlusMinus ?? (form.Percent.High - form.Percent.Low) / 200;
        return errors.Count > before
            ? null
            : new(
                wish.Id.Trim(),
                form.Id,
                string.IsNullOrWhiteSpace(wish.Name) ? form.Name : wish.Name.Trim(),
                form.Formula,
                wish.Amount,
                grams.Likely,
                wish.Measured
                    ?? new(
                        fraction,
                        plusMinus,
                        form.Liquid ? wish.Density?.Value : null,
                        wish.Strength is null ? "usual for its kind" : "label",
                        wish.Strength is { } s ? [s] : []
                    ),
                wish.Price,
                wish.Place.Trim(),
                wish.UseBy,
                wish.Certificate
            );
    }

    private static FieldError Stronger(BottleWish wish, FieldError error, double most, double? usual = null) =>
        wish.Measured is null && wish.Strength is { } typed ? LikeliestSlip.Told(error, typed, v => v <= most, usual) : error;

    /// <summary>A bottle made from others of one substance, and water. Its strength is their mean, until it is tested.</summary>
    /// <param name="parts">Bottle id ("water" for water) and grams.</param>
    public static Decision Mix(
        State state,
        string id,
        string form,
        string place,
        IReadOnlyList<(string BottleId, double Grams)> parts,
        DateTimeOffset now
    )
    {
        var errors = new List<FieldError>();
        for (var i = 0; i < parts.Count; i++)
        {
            var (bottle, grams) = parts[i];
            if (grams <= 0)
                errors.Add(new($"parts[{i}].grams", "nothing of it goes in", "leave it out, or write an amount above 0"));
            if (bottle != Reagents.Shop.Water.Id && ShelfDecisions.OnShelf(state, bottle) is { } no)
                errors.Add(no.Errors[0] with { Field = $"parts[{i}].bottleId" });
            else if (bottle != Reagents.Shop.Water.Id && grams > state.Shelf[bottle].Grams * (1 + ShelfDecisions.LevelMayDiffer))
                errors.Add(
                    new(
                        $"parts[{i}].grams",
                        $"{bottle} holds only {FigureText.Number(Math.Max(0, state.Shelf[bottle].Grams), 0)} g",
                        "make less, or count the shelf first"
                    )
                );
        }
        var real = parts
            .Where(p => p.BottleId != Reagents.Shop.Water.Id && state.Shelf.ContainsKey(p.BottleId))
            .Select(p => (Bottle: state.Shelf[p.BottleId], p.Grams))
            .ToList();
        if (real.Count == 0)
            errors.Add(new("parts", "no bottle goes in", "choose one"));
        if (real.Select(p => p.Bottle.Formula).Distinct().Count() > 1)
            errors.Add(new("parts", "the bottles hold different substances", "mix bottles of one substance"));
        if (errors.Count > 0)
            return Decision.Refuse(errors);
        var all = parts.Sum(p => p.Grams);
        var fraction = Working.Sum(real.Select(p => ShelfAtWork.Strength(p.Bottle, now) * Working.Exact(p.Grams / all)), Dimension.None);
        var cost = real.Select(p => ShelfAtWork.Cost(p.Bottle, Working.Exact(p.Grams, null, Dimension.Mass))).ToList();
        var price = cost.All(c => c is not null) ? TypedNumber.Of(Math.Round(cost.Sum(c => c!.Likely), 2), Field.Money, "kr") : null;
        var wish = new BottleWish(
            id,
            form,
            TypedNumber.Of(all, Field.Mass, "g"),
            TypedNumber.Of(fraction.Likely, Field.Share, "%", fraction.Range.Width / 2),
            null,
            price,
            place,
            null,
            true
        );
        if (Make(state, wish, "", errors) is not { } made)
            return Decision.Refuse(errors);
        var from = parts
            .Select(p =>
                Poured(
                    p.BottleId == Reagents.Shop.Water.Id ? Reagents.Shop.Water : ShelfAtWork.AsBottle(state.Shelf[p.BottleId], now),
                    TypedNumber.Of(p.Grams, Field.Mass, "g"),
                    p.Grams,
                    0
                )
            )
            .ToList();
        return Decision.Write(new BottleMade(made with { Strength = made.Strength with { How = "mixed" } }, from, null));
    }

    /// <summary>A bottle that a batch made (acid distilled off, say): it keeps its batch, and the strength that was measured.</summary>
    public static Decision FromBatch(State state, BottleWish wish, string batchId)
    {
        var errors = new List<FieldError>();
        if (!state.Batches.ContainsKey(batchId))
            errors.Add(new("batchId", "there is no such batch", "choose one of the list"));
        var made = Make(state, wish, "", errors);
        return errors.Count > 0 ? Decision.Refuse(errors) : Decision.Write(new BottleMade(made!, [], batchId));
    }

    /// <summary>A pour as it is kept: with the strength and density believed now.</summary>
    public static BottlePour Poured(Bottle bottle, TypedNumber amount, double grams, double sigma) =>
        new(bottle.Id, amount, grams, bottle.Strength.Value, bottle.PlusMinus, bottle.DensityGPerMl, sigma, bottle.ChloridePpm);
}
