using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Reference;
using Spolium.Core.Solutions;
using Spolium.Server.Shared;

namespace Spolium.Server.Strength;

/// <summary>Reads a strength request and answers it with the core's own figures.</summary>
internal static class Testing
{
    internal const double RoomC = 20;

    /// <summary>Nitric acid from here up fumes.</summary>
    private const double Fuming = 0.86;

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

    internal static MixtureView View(Mixture m, Dictionary<string, string> bottles, string? inMasses, ShownFigures book) =>
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
