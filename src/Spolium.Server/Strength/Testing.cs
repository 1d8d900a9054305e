using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Spolium.Core.Reference;
using Spolium.Core.Solutions;
using Spolium.Core.Workshop;
using Spolium.Server.Shared;

namespace Spolium.Server.Strength;

/// <summary>Reads a strength request and answers it with the core's own figures.</summary>
internal static class Testing
{
    private const double RoomC = 20;

    /// <summary>Nitric acid from here up fumes.</summary>
    private const double Fuming = 0.86;

    /// <summary>What blurs a strength by less than this share of its variance is not worth a word.</summary>
    private const double LeastToSay = 0.005;

    /// <summary>What a thermometer of the shop may be off, where nobody typed it (invented, marked so in docs/priors.md).</summary>
    private static double ThermometerPlusMinus => Constants.Get("thermometer-plus-minus").Likely;

    public static (StrengthView? View, RequestReader Reader) Make(StrengthRequest request, State state, DateTimeOffset now, FigureBook book)
    {
        var reader = new RequestReader();
        if (!DensityTable.BySolute.TryGetValue(request.Solute, out var table))
        {
            reader.Errors.Add(
                new(
                    "solute",
                    $"there is no density table of '{request.Solute}'",
                    "use one of " + string.Join(", ", DensityTable.BySolute.Keys)
                )
            );
            return (null, reader);
        }
        var draws = new Draws("strength " + request.Solute);
        var temperature = Temperature(reader, request);
        Working fraction;
        Working? density;
        StrengthFound? found = null;
        if (request.By is KnownBy.Weighed or KnownBy.Hydrometer)
        {
            var reading = Reading(reader, request, temperature);
            if (!reader.Ok)
                return (null, reader);
            found = StrengthFinder.Find(request.Solute, reading, draws);
            if (found.Wrong is { } wrong)
                reader.Errors.Add(new(wrong.Field == "density" ? "hydrometer" : wrong.Field, wrong.Reason, wrong.WayOut, wrong.Becomes));
            if (found.Believed is null)
                return (null, reader);
            (fraction, density) = (found.Believed, found.Density);
        }
        else
        {
            if (Impossible.Temperature(table, temperature.Value) is { } cannot)
                reader.Errors.Add(new("temperature", cannot.Reason, cannot.WayOut, cannot.Becomes));
            if (Known(reader, request, state, now, table, temperature.Value, draws) is not { } known || !reader.Ok)
                return (null, reader);
            fraction = known;
            density = Mixing.Density(request.Solute, fraction, temperature.Value)?.Named("density");
        }
        var then = request.Then is { } t ? Mixed(reader, request, t, state, now, fraction, temperature.Value, draws, book) : null;
        return (View(request, table, fraction, density, found, temperature.Value, then, book), reader);
    }

    /// <summary>The strength that readings tell, as a bottle keeps it; null with what is wrong in the reader.</summary>
    /// <param name="densityGPerMl">Of the bottle, for bleach told by the litre.</param>
    public static StrengthTest? AsTest(
        StrengthRequest request,
        RequestReader reader,
        State state,
        DateTimeOffset now,
        double? densityGPerMl = null
    )
    {
        if (request.By == KnownBy.Label && !DensityTable.BySolute.ContainsKey(request.Solute))
            return TypedTest(request, reader, densityGPerMl);
        if (request.By == KnownBy.Bottle)
            reader.Errors.Add(
                new("by", "a bottle is no test of itself", "weigh a volume, read a hydrometer, or type what a titration gave")
            );
        var (view, read) = Make(request with { Then = null }, state, now, new FigureBook());
        reader.Errors.AddRange(read.Errors);
        if (view is null || !reader.Ok)
            return null;
        var typed = new RequestReader();
        var temperature = Temperature(typed, request);
        if (request.By == KnownBy.Label)
            return new(
                view.Strength.Likely / 100,
                (view.Strength.High - view.Strength.Low) / 200,
                null,
                "titration or label",
                [new(request.Label!.Trim(), Field.Share, view.Strength.Likely / 100, "%")]
            );
        var reading = Reading(typed, request, temperature);
        var found = StrengthFinder.Find(request.Solute, reading, new Draws("strength " + request.Solute));
        return reading is WeighedVolume w
            ? found.AsTest("weighed volume", [w.Mass, w.Volume, w.TemperatureC])
            : found.AsTest("hydrometer", [((HydrometerReading)reading).Value, temperature]);
    }

    // Solids and bleach have no table: their strength is what a titration or an assay gave.
    private static StrengthTest? TypedTest(StrengthRequest request, RequestReader reader, double? densityGPerMl)
    {
        var typed = Above(
            reader,
            "label",
            reader.Quantity(
                "label",
                request.Label,
                request.Unit == LabelUnit.ActiveChlorineGramsPerLitre ? Field.Concentration : Field.Share
            )
        );
        if (!reader.Ok)
            return null;
        // The core reckons grams per litre in g/L as typed; a share is a share.
        var fraction = LabelStrength.WithoutTable(
            request.Unit,
            Working.Exact(
                typed.Value,
                typed.Text,
                request.Unit == LabelUnit.ActiveChlorineGramsPerLitre ? Dimension.Density : Dimension.None
            ),
            densityGPerMl
        );
        if (fraction is null || fraction.Likely > 1)
            reader.Errors.Add(
                new(
                    "label",
                    fraction is null ? "the density of the bottle is not known" : $"{typed.Text} is more than the whole",
                    "write per cent by mass"
                )
            );
        return reader.Ok ? new(fraction!.Likely, 0, densityGPerMl, "titration or assay", [typed]) : null;
    }

    // A room-warm liquid, where nobody wrote how warm: only for strengths that are known already.
    private static TypedNumber Temperature(RequestReader reader, StrengthRequest request)
    {
        if (string.IsNullOrWhiteSpace(request.Temperature) && request.By is (KnownBy.Label or KnownBy.Bottle))
            return TypedNumber.Of(RoomC, Field.Temperature, "°C");
        var typed = reader.Quantity(
            "temperature",
            request.Temperature,
            Field.Temperature,
            request.TemperaturePlusMinus is null ? null : Difference(request.TemperaturePlusMinus)
        );
        return typed.PlusMinus > 0 ? typed : typed with { PlusMinus = ThermometerPlusMinus };
    }

    // A ± in degrees is a difference: its unit says nothing of a zero point.
    private static string Difference(string plusMinus) =>
        plusMinus.Replace("°C", "", StringComparison.OrdinalIgnoreCase).Replace("K", "", StringComparison.OrdinalIgnoreCase).Trim();

    private static LiquidReading Reading(RequestReader reader, StrengthRequest request, TypedNumber temperature)
    {
        if (request.By == KnownBy.Hydrometer)
        {
            var field = request.Scale switch
            {
                DensityScale.GramsPerMl => Field.Density,
                DensityScale.BaumeHeavy or DensityScale.BaumeLight => Field.Baume,
                _ => Field.Gravity,
            };
            var value = Above(reader, "hydrometer", reader.Quantity("hydrometer", request.Hydrometer, field, request.HydrometerPlusMinus));
            return new HydrometerReading(
                value.PlusMinus > 0
                    ? value
                    : value with
                    {
                        PlusMinus = Constants.Get(field == Field.Baume ? "baume-plus-minus" : "hydrometer-plus-minus").Likely,
                    },
                request.Scale,
                temperature
            );
        }
        var mass = Above(reader, "mass", reader.Quantity("mass", request.Mass, Field.Mass, request.MassPlusMinus));
        var volume = Above(reader, "volume", reader.Quantity("volume", request.Volume, Field.Volume, request.VolumePlusMinus));
        if (VolumeInstrument.Find(request.Vessel ?? "cylinder") is not { } vessel)
            reader.Errors.Add(
                new(
                    "vessel",
                    $"'{request.Vessel}' is no vessel that is known here",
                    "use one of " + string.Join(", ", VolumeInstrument.All.Select(v => v.Id))
                )
            );
        else
            volume = vessel.Read(volume);
        return new WeighedVolume(Decisions.WithInstrument(mass), volume, temperature);
    }

    private static TypedNumber Above(RequestReader reader, string name, TypedNumber number)
    {
        if (number.Value <= 0 && reader.Errors.All(e => e.Field != name))
            reader.Errors.Add(new(name, "nothing was measured", $"write a {name} above 0"));
        return number;
    }

    private static Working? Known(
        RequestReader reader,
        StrengthRequest request,
        State state,
        DateTimeOffset now,
        DensityTable table,
        double celsius,
        Draws draws
    )
    {
        if (request.By == KnownBy.Bottle)
        {
            if (request.BottleId is { } id && state.Shelf.TryGetValue(id, out var bottle) && bottle.Formula == request.Solute)
                return ShelfAtWork.Strength(bottle, now);
            reader.Errors.Add(
                new("bottleId", $"{request.BottleId} is no bottle of {Impossible.Named(request.Solute)}", "choose one of the shelf")
            );
            return null;
        }
        var field = request.Unit switch
        {
            LabelUnit.MassPercent => Field.Share,
            LabelUnit.GramsPerLitre => Field.Concentration,
            _ => Field.Molarity,
        };
        // Moles to a kilogram and volumes of oxygen are plain numbers: they have no unit of their own to be read with.
        var plain = request.Unit is LabelUnit.MolesPerKilogramWater or LabelUnit.Volumes;
        var typed = Above(reader, "label", reader.Quantity("label", request.Label, plain ? Field.Gravity : field));
        if (!reader.Ok)
            return null;
        var fraction = LabelStrength.Fraction(table, request.Unit, typed.Value, celsius);
        if (fraction is { } f && f > 0 && f * 100 <= table.MostPercent)
            return new Bottle(
                "label",
                Impossible.Named(request.Solute),
                request.Solute,
                new(f),
                null,
                0,
                "typed: " + typed.Text
            ).StrengthIn(draws);
        var tooStrong = new FieldError(
            "label",
            $"{typed.Text} is more than {Impossible.Named(request.Solute)} can have at {FigureText.Number(celsius, 0)} °C",
            $"at most {FigureText.Number(table.MostPercent, 0)} % by mass"
        );
        reader.Errors.Add(
            LikeliestSlip.Told(tooStrong, typed, v =>
                LabelStrength.Fraction(table, request.Unit, v, celsius) is { } could && could > 0 && could * 100 <= table.MostPercent
            )
        );
        return null;
    }

    private static StrengthView View(
        StrengthRequest request,
        DensityTable table,
        Working fraction,
        Working? density,
        StrengthFound? found,
        double celsius,
        MixtureView? then,
        FigureBook book
    )
    {
        var others = new List<FigureView>();
        if (density is not null && found is not { OnlyAbove: true })
        {
            others.Add(book.Add("molar", StrengthUnits.MolesPerLitre(request.Solute, fraction, density)));
            others.Add(book.Add("grams-per-litre", StrengthUnits.GramsPerLitre(fraction, density)));
            others.Add(book.Add("molal", StrengthUnits.MolesPerKilogramWater(request.Solute, fraction)));
            if (request.Solute == "H2O2")
                others.Add(book.Add("volumes", StrengthUnits.VolumeStrength(fraction, density)));
        }
        if (density is not null)
        {
            others.Add(
                book.Add(
                    "baume",
                    DensityScales
                        .FromDensity(density, density.Likely >= 1 ? DensityScale.BaumeHeavy : DensityScale.BaumeLight)
                        .Named("hydrometer, degrees")
                        .In("°Bé")
                )
            );
            others.Add(book.Add("gravity", DensityScales.FromDensity(density, DensityScale.Gravity20).Named("to water of 20 °C").In("")));
        }
        return new(
            request.Solute,
            Impossible.Named(request.Solute),
            celsius,
            book.AddOrNone("density", density),
            book.Add("strength", fraction.Percent("strength, by mass")),
            found?.OnlyAbove ?? false,
            [
                .. (found?.Answers ?? []).Select(
                    (a, i) =>
                        new AnswerView(
                            book.Add($"answer/{i}", a.Fraction.Percent(i == 0 ? "the weaker answer" : "the stronger answer")),
                            a.Sign
                        )
                ),
            ],
            others,
            [
                .. (found?.Blurs ?? [])
                    .Where(b => b.Share >= LeastToSay)
                    .Select(b => new BlurView(
                        b.Reading,
                        b.Share,
                        $"{Say(b.Reading)}, {FigureText.Number(b.Share * 100, 0)}{FigureText.ThinSpace}%"
                    )),
            ],
            Advice(request, table, found),
            found is null ? null : Note(request.Solute, fraction.Likely),
            Caution(request.Solute, fraction.Likely),
            Hazard(request.Solute, fraction.Likely * 100),
            then
        );
    }

    private static HazardView? Hazard(string solute, double percent) =>
        Hazards.Of(solute, percent) is { } h
            ? new(h.Signal, h.Statements, "copied by hand: the safety data sheet of the bottle always wins")
            : null;

    private static string Say(string reading) =>
        reading switch
        {
            "table" => "the table itself",
            "hydrometer" => "the hydrometer",
            _ => "the " + reading,
        };

    private static string? Advice(StrengthRequest request, DensityTable table, StrengthFound? found)
    {
        if (found is null || found.OnlyAbove)
            return found is null ? null : "Here the density tells no more than \u201cabove 94 %\u201d: titrate, or take it for that.";
        if (found.Blurs.Count == 0)
            return null;
        var worst = found.Blurs[0].Reading;
        var half = found.Believed!.Range.Width * 50;
        if (
            worst == "volume"
            && request.Vessel != "flask"
            && VolumeInstrument.Find("flask") is { } flask
            && VolumeInstrument.Find(request.Vessel ?? "cylinder") is { } vessel
        )
        {
            // What it would be with the flask: the volume's part of the variance shrinks by the square of their ±.
            var share = found.Blurs[0].Share;
            var better = half * Math.Sqrt(1 - share + share * Math.Pow(flask.Share / vessel.Share, 2));
            return $"The {vessel.Name} is what blurs it: a {flask.Name} filled to its mark would give about ± "
                + $"{FigureText.Number(better, 1)} points.";
        }
        return worst switch
        {
            "mass" => "The balance is what blurs it: weigh more of it, or on a finer balance.",
            "temperature" => "The thermometer is what blurs it: let it come to the warmth of the room and read again.",
            "hydrometer" => "The hydrometer is what blurs it: a finer scale, or a weighed flask, tells more.",
            "volume" => "The volume is what blurs it: take a larger flask.",
            _ => "The readings are as good as the table (± "
                + $"{FigureText.Number(table.ErrorGPerMl(found.Believed.Likely * 100, found.Temperature.Likely), 4)} g/mL).",
        };
    }

    private static string Note(string solute, double fraction) =>
        $"Only for {Impossible.Named(solute)} and water: salts, metals or chloride in a recovered one make it read high; then titrate."
        + (solute == "HNO3" && fraction > Fuming ? " Red acid reads high as well: NO\u2082 is dissolved in it." : "");

    private static string Caution(string solute, double fraction) =>
        solute switch
        {
            "HNO3" when fraction > Fuming =>
                "Fuming acid: it sets fire to cloth, wood and rubber, and gives off brown gas. Hood, face shield, no paper towels.",
            "HNO3" => "Burns skin yellow; brown gas with metal. Hood, goggles, gloves.",
            "HCl" => "Fumes choke and rust every tool in the room. Hood, goggles, gloves.",
            "H2SO4" => "Chars skin and cloth; heats water to boiling. Goggles, gloves; acid into water, never the other way.",
            "NH3" => "Takes the breath away. Hood. Never left standing with silver or gold.",
            "H2O2" when fraction > 0.2 => "Bursts closed bottles and lights rags. Vented cap, no metal, no organics.",
            "H2O2" => "Bleaches skin; vented cap.",
            _ => "Blinds eyes quickly. Goggles first, gloves; it heats when it meets water.",
        };

    private static MixtureView? Mixed(
        RequestReader reader,
        StrengthRequest request,
        ThenRequest then,
        State state,
        DateTimeOffset now,
        Working fraction,
        double celsius,
        Draws draws,
        FigureBook book
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
        string? inMasses = null;
        switch (then.Kind)
        {
            case Wanted.Make:
                var end = MassOf(reader, "amount", then.Amount, request.Solute, Working.Exact(target), RoomC);
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
                    : Above(reader, "amount", reader.Quantity("amount", then.Amount, Field.Volume));
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
                if (recipe.Mixture is { } m && m.Pours.Count == 2)
                {
                    var (first, other) = (m.Pours.First(p => p.Part.Label == name), m.Pours.First(p => p.Part.Label != name));
                    inMasses = $"{ratio} is {FigureText.Number(first.Part.Grams.Likely / other.Part.Grams.Likely, 2)} to 1 by mass";
                }
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
        return recipe.Mixture is { } mixture ? View(mixture, ids, inMasses, book) : null;
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
        var typed = Above(reader, name, reader.MassOrVolume(name, text));
        if (!reader.Ok)
            return null;
        if (typed.Field == Field.Mass)
            return Working.Given(typed.Value, Dimension.Mass, "amount", "typed: " + typed.Text);
        if (Mixing.Density(solute, fraction, celsius) is { } density)
            return (Working.Given(typed.Value, Dimension.Volume, "amount", "typed: " + typed.Text) * density).Named(
                "amount, by its density"
            );
        reader.Errors.Add(new(name, "the density of that strength is not known here", "write grams"));
        return null;
    }

    private static MixtureView View(Mixture m, Dictionary<string, string> bottles, string? inMasses, FigureBook book) =>
        new(
            [
                .. m.Pours.Select(
                    (p, i) =>
                        new PourView(
                            p.Part.Label,
                            p.Part.IsWater,
                            bottles.GetValueOrDefault(p.Part.Label),
                            book.Add($"pour/{i}/grams", p.Part.Grams),
                            book.AddOrNone($"pour/{i}/ml", p.Millilitres)
                        )
                ),
            ],
            book.Add("end/grams", m.Grams),
            book.Add("end/strength", m.Fraction.Percent("strength of the mixture")),
            book.AddOrNone("end/ml", m.Millilitres),
            book.AddOrNone("vanishing", m.Vanishing),
            book.AddOrNone("warming", m.Warming),
            book.AddOrNone("end/temperature", m.EndTemperature),
            book.AddOrNone("ice", m.Ice),
            m.IceIsEnough,
            m.Portions,
            m.Order,
            m.HeatNotKnown,
            inMasses
        );
}
