using Spolium.Core.Reagents;
using Spolium.Core.Reference;
using Spolium.Core.Solutions;

namespace Spolium.Server.Strength;

/// <summary>Reads a strength request and answers it with the core's own figures.</summary>
internal static class Testing
{
    internal const double RoomC = 20;

    /// <summary>What blurs a strength by less than this share of its variance is not worth a word.</summary>
    private const double LeastToSay = 0.005;

    /// <summary>What a thermometer of the shop may be off, where nobody typed it (invented, marked so in docs/priors.md).</summary>
    internal static double ThermometerPlusMinus => Constants.Get("thermometer-plus-minus").Likely;

    public static (StrengthView? View, RequestReader Reader) Make(
        StrengthRequest request,
        State state,
        DateTimeOffset now,
        ShownFigures book
    )
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
        var temperature = StrengthReading.Temperature(reader, request);
        Working fraction;
        Working? density;
        StrengthFound? found = null;
        if (request.By is KnownBy.Weighed or KnownBy.Hydrometer)
        {
            var reading = StrengthReading.Reading(reader, request, temperature);
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
            if (StrengthReading.Known(reader, request, state, now, table, temperature.Value, draws) is not { } known || !reader.Ok)
                return (null, reader);
            fraction = known;
            density = Mixing.Density(request.Solute, fraction, temperature.Value)?.Named("density");
        }
        var then = request.Then is { } t
            ? MixtureReading.Mixed(reader, request, t, state, now, fraction, temperature.Value, draws, book)
            : null;
        return (View(request, table, fraction, density, found, temperature.Value, then, book), reader);
    }

    internal static StrengthView View(
        StrengthRequest request,
        DensityTable table,
        Working fraction,
        Working? density,
        StrengthFound? found,
        double celsius,
        MixtureView? then,
        ShownFigures book
    )
    {
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
            [
                .. StrengthUnits
                    .Others(request.Solute, fraction, density, found is { OnlyAbove: true })
                    .Select(o => book.Add(o.Key, o.Value)),
            ],
            [
                .. (found?.Blurs ?? [])
                    .Where(b => b.Share >= LeastToSay)
                    .Select(b => new BlurView(
                        b.Reading,
                        b.Share,
                        $"{Say(b.Reading)}, {FigureText.Number(b.Share * 100, 0)}{FigureText.ThinSpace}%"
                    )),
            ],
            found is null ? null : LiquidWords.Advice(table, found, VolumeInstrument.Find(request.Vessel ?? "cylinder")),
            found is null ? null : LiquidWords.Note(request.Solute, fraction.Likely),
            LiquidWords.Caution(request.Solute, fraction.Likely),
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

    internal static MixtureView View(Mixture m, Dictionary<string, string> bottles, ShownFigures book) =>
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
            m.InMasses
        );
}
