using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Server.Books;

namespace Spolium.Server.Leavings;

/// <summary>pH readings on a dose curve: read, shown, and made what is believed.</summary>
internal static class Readings
{
    private const int Most = 12;

    // Of a strip where nobody said it, pH.
    private const double StripOff = 0.3;

    // Standard uncertainties from which on a reading is told to be odd.
    private const double Odd = 3;

    // A page that drags its line asks for the same readings again and again.
    private static readonly Recent<string, (Charge, IReadOnlyList<PhReadSays>)> Kept = new(16);

    /// <summary>"120 g=3.2": what was poured, and the pH that was read.</summary>
    public static IReadOnlyList<PhRead> Of(IReadOnlyList<string>? typed, RequestReader reader)
    {
        var reads = new List<PhRead>();
        if (typed is { Count: > Most })
            reader.Errors.Add(new("read", $"{typed.Count} readings are more than a curve bears", $"the last {Most}"));
        foreach (var (text, i) in (typed ?? []).Select((t, i) => (t, i)))
        {
            var parts = text.Split('=', 2);
            var grams = reader.Optional($"read[{i}].grams", parts[0], Field.Mass);
            var ph = reader.Optional($"read[{i}].ph", parts.Length > 1 ? parts[1] : "", Field.PH);
            if (grams is null || ph is null)
            {
                if (reader.Ok)
                    reader.Errors.Add(new($"read[{i}]", $"'{text}' is no reading", "what was poured and the pH: 120 g=3.2"));
            }
            else if (Core.Reconciling.CannotBe.Acidity(ph) is { } beyond)
                reader.Errors.Add(beyond with { Field = $"read[{i}].ph" });
            else if (grams.Value < 0)
                reader.Errors.Add(new($"read[{i}].grams", "less than nothing was poured", "0 g or more"));
            else
                reads.Add(new(grams.Value, ph.Value, ph.PlusMinus > 0 ? ph.PlusMinus : StripOff));
        }
        return reads;
    }

    /// <summary>What is believed, as the readings move it.</summary>
    public static (Charge Charge, IReadOnlyList<PhReadSays> Says) Moved(
        State state,
        DoseQuery query,
        Charge charge,
        IReadOnlyList<PhRead> reads,
        Func<Charge, DosedLiquor> liquorOf
    )
    {
        if (reads.Count == 0)
            return (charge, []);
        var key =
            $"{state.Entries.End} {query.From} {query.Id} {query.With} {query.Strength} {query.Over} {string.Join('|', query.Read ?? [])}";
        return Kept.Get(key, _ => PhReadings.Moved(charge, reads, liquorOf));
    }

    public static ReadOnCurve View(PhReadSays says) =>
        new(
            says.Read.Grams,
            says.Read.PH,
            says.Believed is not { } believed ? $"pH {FigureText.Number(says.Read.PH, 1)} does not come by this: the reading moves nothing"
                : says.Off > Odd
                    ? $"pH {FigureText.Number(says.Read.PH, 1)} was to come after {FigureText.Rough(believed, 2)} g: check the reading and "
                        + "its unit, or more is in it than was believed"
                : ""
        );

    /// <summary>Free acid and metals of a liquor.</summary>
    public static IEnumerable<(string Key, Working Figure)> Figures(Charge charge)
    {
        if (LeavingViews.FreeAcid(charge) is { } acid)
            yield return ("acid", acid);
        foreach (var metal in charge.Booked)
            if (charge.Element(metal) is var grams && grams.Range.High > 0)
                yield return (metal, grams.Named($"{BooksWords.NameOf(metal)} in it"));
    }

    /// <summary>The lot is believed to hold what the readings say: its lines by their ranges, its free acid by what is likely.</summary>
    public static Decision Believe(State state, string lotId, Charge charge, IReadOnlyList<PhReadSays> reads)
    {
        if (!state.Lots.TryGetValue(lotId, out var lot))
            return Decision.Refuse("lotId", "there is no such lot", "choose one of the list");
        if (reads.Count == 0)
            return Decision.Refuse("read", "there is no reading", "type what was poured and the pH that came of it");
        var litres = lot.Left / 1000;
        TypedNumber Line(double grams) => TypedNumber.Of(Short(grams / litres), Field.Concentration, "g/L");
        var acid = lot.Content.Liquor == LiquorKind.Sulphate ? charge.Of(Species.Proton) / 2 : charge.Of(Species.Proton);
        var content = lot.Content with
        {
            Lines =
            [
                .. charge
                    .Booked.Select(e => (Element: e, Grams: charge.Element(e)))
                    .Where(m => m.Grams.Range.High > 0)
                    .Select(m => new ContentLine(m.Element, Line(m.Grams.Range.Low), Line(m.Grams.Likely), Line(m.Grams.Range.High))),
            ],
            FreeAcid = TypedNumber.Of(
                Short(acid.Likely / litres),
                Field.Molarity,
                "M",
                Short((acid.Range.High - acid.Range.Low) / 2 / litres)
            ),
            Holds = null,
        };
        var words = string.Join(
            ", ",
            reads.Select(r => $"pH {FigureText.Number(r.Read.PH, 1)} after {FigureText.Rough(r.Read.Grams, 2)} g")
        );
        return LotDecisions.Believe(state, lotId, content, LotContentChanged.Guess, words, null);
    }

    private static double Short(double x) =>
        double.Parse(
            x.ToString("G3", System.Globalization.CultureInfo.InvariantCulture),
            System.Globalization.CultureInfo.InvariantCulture
        );
}
