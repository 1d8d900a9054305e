using Spolium.Core.Solutions;

namespace Spolium.Server.Strength;

/// <summary>What is to be mixed.</summary>
internal static class MixtureReading
{
    internal static MixtureView? Mixed(
        RequestReader reader,
        StrengthRequest request,
        ThenRequest then,
        State state,
        DateTimeOffset now,
        Working fraction,
        double celsius,
        Draws draws,
        ShownFigures book
    )
    {
        var name = request.By == KnownBy.Bottle ? request.BottleId! : Impossible.Named(request.Solute);
        var ids = new Dictionary<string, string>();
        if (request.By == KnownBy.Bottle)
            ids[name] = request.BottleId!;
        var strong = new Liquid(name, fraction, celsius);
        var weaker = reader.Optional("weaker", then.Weaker, Field.Share);
        var weak = weaker is { Value: > 0 } w
            ? new Liquid(
                $"{name} of {FigureText.Number(w.Value * 100, 1)}{FigureText.ThinSpace}%",
                Working.Given(w.Value, Dimension.None, "strength of the weaker one", "typed: " + w.Text),
                celsius
            )
            : Liquid.Water(celsius);
        var target = then.Kind is Wanted.Ratio ? 0 : reader.Quantity("target", then.Target, Field.Share).Value;
        if (then.Kind is not Wanted.Ratio && reader.Ok && target is <= 0 or > 1)
            reader.Errors.Add(new("target", "a strength is above 0 and at most 100 %", "write the strength wanted"));
        if (!reader.Ok)
            return null;
        Recipe recipe;
        switch (then.Kind)
        {
            case Wanted.Make:
                var end = MassOf(reader, "amount", then.Amount, request.Solute, Working.Exact(target), Testing.RoomC);
                if (end is null)
                    return null;
                recipe = Recipes.Make(request.Solute, strong, weak, target, end, draws);
                break;
            case Wanted.Ratio:
                if (Ratio.Read(then.Ratio ?? "") is not { } ratio)
                {
                    reader.Errors.Add(new("ratio", $"'{then.Ratio}' is not read as a ratio", "write it as 1 to 1, or 3 : 1"));
                    return null;
                }
                var ml = string.IsNullOrWhiteSpace(then.Amount)
                    ? TypedNumber.Of(100, Field.Volume, "mL")
                    : StrengthReading.Above(reader, "amount", reader.Quantity("amount", then.Amount, Field.Volume));
                if (!reader.Ok)
                    return null;
                recipe = Recipes.ByVolumes(
                    request.Solute,
                    strong,
                    Working.Given(ml.Value, Dimension.Volume, "volume of " + name, "typed: " + ml.Text),
                    weak,
                    ratio,
                    draws
                );
                break;
            case Wanted.Blend:
                var parts = new List<(Liquid, Working?)>
                {
                    (
                        strong,
                        string.IsNullOrWhiteSpace(then.Amount)
                            ? null
                            : MassOf(reader, "amount", then.Amount, request.Solute, fraction, celsius)
                    ),
                };
                for (var i = 0; i < (then.Parts?.Count ?? 0); i++)
                    if (Part(reader, $"parts[{i}]", then.Parts![i], request.Solute, state, now, celsius) is { } part)
                    {
                        parts.Add((part.Liquid, part.Grams));
                        if (then.Parts![i].BottleId is { Length: > 0 } bottleId)
                            ids[part.Liquid.Label] = bottleId;
                    }
                if (!reader.Ok)
                    return null;
                recipe = Recipes.Blend(request.Solute, parts, target, draws);
                break;
            default:
                var grams = AllOfIt(reader, request, then, state, fraction, celsius);
                if (grams is null)
                    return null;
                recipe = Recipes.Dilute(request.Solute, strong, grams, weak, target, draws);
                break;
        }
        if (recipe.Wrong is { } wrong)
            reader.Errors.Add(new(wrong.Field, wrong.Reason, wrong.WayOut));
        return recipe.Mixture is { } mixture ? Testing.View(mixture, ids, book) : null;
    }

    private static (Liquid Liquid, Working? Grams)? Part(
        RequestReader reader,
        string field,
        BlendPart part,
        string solute,
        State state,
        DateTimeOffset now,
        double celsius
    )
    {
        Liquid liquid;
        if (!string.IsNullOrWhiteSpace(part.BottleId))
        {
            if (!state.Shelf.TryGetValue(part.BottleId, out var bottle) || bottle.Formula != solute)
            {
                reader.Errors.Add(
                    new(
                        field + ".bottleId",
                        $"{part.BottleId} is no bottle of {Impossible.Named(solute)}",
                        "choose one of the shelf, or type a strength"
                    )
                );
                return null;
            }
            liquid = new(bottle.Id, ShelfAtWork.Strength(bottle, now), celsius);
        }
        else
        {
            var typed = reader.Quantity(field + ".strength", part.Strength, Field.Share);
            liquid =
                typed.Value == 0
                    ? Liquid.Water(celsius)
                    : new(
                        $"{FigureText.Number(typed.Value * 100, 1)}{FigureText.ThinSpace}%",
                        Working.Given(typed.Value, Dimension.None, "strength", "typed: " + typed.Text),
                        celsius
                    );
        }
        return (
            liquid,
            string.IsNullOrWhiteSpace(part.Amount) ? null : MassOf(reader, field + ".amount", part.Amount, solute, liquid.Fraction, celsius)
        );
    }

    // All of what was weighed, or of what stands in the bottle; else what was typed.
    private static Working? AllOfIt(
        RequestReader reader,
        StrengthRequest request,
        ThenRequest then,
        State state,
        Working fraction,
        double celsius
    )
    {
        if (!string.IsNullOrWhiteSpace(then.Amount))
            return MassOf(reader, "amount", then.Amount, request.Solute, fraction, celsius);
        if (request.By == KnownBy.Bottle)
            return ShelfAtWork.Contents(state.Shelf[request.BottleId!]);
        if (request.By == KnownBy.Weighed)
            return MassOf(reader, "mass", request.Mass, request.Solute, fraction, celsius);
        reader.Errors.Add(new("amount", "how much of it?", "write grams or millilitres"));
        return null;
    }

    private static Working? MassOf(RequestReader reader, string name, string? text, string solute, Working fraction, double celsius)
    {
        var typed = StrengthReading.Above(reader, name, reader.MassOrVolume(name, text));
        if (!reader.Ok)
            return null;
        if (Mixing.Grams(solute, fraction, celsius, typed) is { } grams)
            return grams;
        reader.Errors.Add(new(name, "the density of that strength is not known here", "write grams"));
        return null;
    }
}
