using Spolium.Core.Reconciling;
using Spolium.Core.Solutions;

namespace Spolium.Server.Strength;

/// <summary>What falls from hot to cold, and what a dried salt holds.</summary>
internal static class Crystals
{
    private const string Caveat =
        "For this salt alone in water. With acid or other salts in the liquor the figures are an indication only.";

    public static (CrystalsView? View, RequestReader Reader) Make(CrystalsRequest request, ShownFigures book)
    {
        var reader = new RequestReader();
        if (Table(reader, request.Salt) is not { } table)
            return (null, reader);
        if (Drying.Forms(request.Salt).All(f => f.Solid != request.Solid))
            reader.Errors.Add(
                new(
                    "solid",
                    $"{request.Solid} is no form of {request.Salt} that is known here",
                    "use one of " + string.Join(", ", Drying.Forms(request.Salt).Select(f => f.Solid))
                )
            );
        var mass = Mass(reader, "mass", request.Mass);
        var typedHot = reader.Quantity("hot", request.Hot, Field.Temperature);
        var typedCold = reader.Quantity("cold", request.Cold, Field.Temperature);
        var (hotC, coldC) = (typedHot.Value, typedCold.Value);
        var typedWater = reader.Optional("water", request.Water, Field.Volume);
        var boils = reader.Optional("evaporates", request.Evaporates, Field.Volume);
        var second = reader.Optional("secondBoiled", request.SecondBoiled, Field.Share);
        if (!reader.Ok)
            return (null, reader);
        var draws = new Draws("crystals " + request.Salt);
        var (hot, cold) = (Saturated(reader, table, "hot", typedHot, draws), Saturated(reader, table, "cold", typedCold, draws));
        if (hotC <= coldC && reader.Ok)
            reader.Errors.Add(
                new("cold", "the cold end is not colder than the hot one", "write where it is dissolved, then where it is left to cool")
            );
        if (!reader.Ok)
            return (null, reader);
        var plan = CrystalPlan.Of(
            request.Salt,
            request.Solid,
            mass,
            hot!,
            coldC,
            typedWater is { } t ? Typed(t, "water") : null,
            boils is { } b ? Typed(b, "water that boils away") : null,
            second?.Value,
            request.Pressed,
            draws
        );
        if (plan is null)
            return (null, reader);
        var notDissolved = plan.Undissolved is { } left
            ? $"hot, this water holds {FigureText.WithRange(plan.Holds)}: about {FigureText.Number(left.Likely, 1)} g "
                + "stays undissolved; add water"
            : null;
        return (
            new(
                book.Add("anhydrous", plan.Anhydrous),
                book.Add("hot-holds", plan.Holds),
                book.Add("water", plan.Water),
                book.Add("water-wanted", plan.Wanted),
                notDissolved,
                View(plan.Crop, "crop", book),
                plan.Second is { } next ? View(next, "second", book) : null,
                hotC,
                coldC,
                [
                    .. Enumerable
                        .Range(0, 101)
                        .Select(i => table.ColdestC + (table.WarmestC - table.ColdestC) * i / 100)
                        .Where(c => table.Percent(c) is not null)
                        .Select(c => new[] { c, table.Percent(c)!.Value }),
                ],
                Caveat
            ),
            reader
        );
    }

    private static CropView View(Crop c, string key, ShownFigures book) =>
        new(
            c.Solid,
            book.Add(key + "/crystals", c.Crystals),
            book.Add(key + "/yield", c.Yield.Percent("share of the salt that falls")),
            book.Add(key + "/liquor", c.Liquor),
            book.Add(key + "/held", c.Held),
            book.Add(key + "/clinging", c.Clinging),
            book.Add(key + "/purity", c.Purity.Percent("share of the impurity that stays with the crystals"))
        );

    private static Saturation? Saturated(RequestReader reader, Solubility table, string field, TypedNumber typed, Draws draws)
    {
        var celsius = typed.Value;
        var at = table.At(celsius, draws);
        if (at is null)
            reader.Errors.Add(
                LikeliestSlip.Told(
                    new(
                        field,
                        $"nothing is known of {table.Salt} at {FigureText.Number(celsius, 0)} °C",
                        $"the table runs from {FigureText.Number(table.ColdestC, 0)} to {FigureText.Number(table.WarmestC, 0)} °C, with "
                            + "gaps where one hydrate gives way to another"
                    ),
                    typed,
                    v => table.Percent(v) is not null
                )
            );
        return at;
    }

    public static (DryingView? View, RequestReader Reader) Make(DryingRequest request, ShownFigures book)
    {
        var reader = new RequestReader();
        if (Table(reader, request.Salt) is null)
            return (null, reader);
        var wet = string.IsNullOrWhiteSpace(request.Wet) ? null : Mass(reader, "wet", request.Wet);
        var dry = string.IsNullOrWhiteSpace(request.Dry) ? null : Mass(reader, "dry", request.Dry);
        var possible = string.IsNullOrWhiteSpace(request.Possible) ? null : Mass(reader, "possible", request.Possible);
        if (reader.Ok && wet is not null && dry is not null && dry.Likely > wet.Likely)
            reader.Errors.Add(
                LikeliestSlip.Told(
                    new("dry", "it weighs more dry than wet", "are the two changed over, or was a vessel weighed with it?"),
                    reader.Quantity("dry", request.Dry, Field.Mass),
                    v => v <= wet.Likely && v >= wet.Likely * LeastDry
                )
            );
        if (reader.Ok && wet is null && dry is null)
            reader.Errors.Add(new("wet", "nothing was weighed", "write what it weighs as it is"));
        if (!reader.Ok)
            return (null, reader);
        var draws = new Draws("drying " + request.Salt);
        var have = dry ?? wet!;
        var yield = possible is null ? null : (have / possible).Percent("found, of what was possible");
        var other = possible is null ? null : Drying.SomethingElse(possible, have);
        return (
            new(
                [
                    .. Drying
                        .Forms(request.Salt)
                        .Select(
                            (f, i) =>
                                new HydrateView(
                                    f.Solid,
                                    book.Add(
                                        $"form/{i}",
                                        (have * Crystallising.SaltShare(f.Solid, request.Salt)).Named(
                                            $"{request.Salt}, if it is all {f.Solid}"
                                        )
                                    )
                                )
                        ),
                ],
                book.Add("holds", Drying.SaltIn(request.Salt, have, draws)),
                wet is not null && dry is not null ? book.Add("lost", Drying.Lost(wet, dry)) : null,
                book.AddOrNone("yield", yield),
                other is null ? null : book.Add("else", other.Percent(other.Label!)),
                other is { Likely: > 1e-9 }
                    ? $"A yield of {FigureText.Number(yield!.Likely, 1)}{FigureText.ThinSpace}% means that at least "
                        + $"{FigureText.Number(other.Likely * 100, 1)}{FigureText.ThinSpace}% of it is something else: water? Dry it to "
                        + "constant mass."
                    : null,
                possible is null
                    ? null
                    : Doubt(reader, dry is null ? "wet" : "dry", (dry is null ? request.Wet : request.Dry)!, possible.Likely)
            ),
            reader
        );
    }

    // More than half of it water or salt: as likely a slip, where one would make it what was possible.
    private static FieldError? Doubt(RequestReader reader, string field, string text, double possibleG)
    {
        var typed = reader.Quantity(field, text, Field.Mass);
        if (typed.Value <= MostWet * possibleG)
            return null;
        var told = LikeliestSlip.Told(
            new(
                field,
                $"{typed.InWords} is {FigureText.Number(typed.Value / possibleG, 1)} times what was possible",
                "or dry it to constant mass"
            ),
            typed,
            v => v <= MostWet * possibleG,
            possibleG
        );
        return told.Becomes is null ? null : told;
    }

    // A cake holds as much water as salt at most.
    private const double MostWet = 2;

    // What stays of a wet cake at least: no slip explains a number below it.
    private const double LeastDry = 0.2;

    private static Solubility? Table(RequestReader reader, string salt)
    {
        var table = Solubility.BySalt.GetValueOrDefault(salt);
        if (table is null)
            reader.Errors.Add(
                new("salt", $"there is no solubility table of '{salt}'", "use one of " + string.Join(", ", Solubility.BySalt.Keys))
            );
        return table;
    }

    private static Working Mass(RequestReader reader, string name, string? text)
    {
        var typed = reader.Quantity(name, text, Field.Mass);
        if (reader.Errors.All(e => e.Field != name) && typed.Value <= 0)
            reader.Errors.Add(new(name, "nothing was weighed", "write a mass above 0"));
        return Working.Given(
            typed.Value,
            Dimension.Mass,
            name == "possible" ? "all that was possible" : "as weighed",
            "typed: " + typed.Text
        );
    }

    private static Working Typed(TypedNumber number, string label) =>
        Working.Given(number.Value, Dimension.Volume, label, "typed: " + number.Text);
}
