using Spolium.Core.Solutions;

namespace Spolium.Server.Strength;

/// <summary>How strong a liquid is, and what to pour to bring it where it is wanted. Nothing is written here.</summary>
public static class StrengthEndpoints
{
    private const double CurveStepPercent = 1;

    public static void MapStrength(this IEndpointRouteBuilder app)
    {
        var strength = app.MapGroup("/api/strength").WithTags("strength");
        strength.MapGet("/choices", Choices);
        strength.MapPost("/", (StrengthRequest request, Writing writing, TimeProvider time) =>
            Answer(b => Testing.Make(request, writing.Ledger.State, time.GetUtcNow(), b))
        );
        strength.MapPost("/working", (StrengthRequest request, string key, Writing writing, TimeProvider time) =>
            Working(key, b => Testing.Make(request, writing.Ledger.State, time.GetUtcNow(), b))
        );
        strength.MapPost("/crystals", (CrystalsRequest request) => Answer(b => Crystals.Make(request, b)));
        strength.MapPost("/crystals/working", (CrystalsRequest request, string key) => Working(key, b => Crystals.Make(request, b)));
        strength.MapPost("/drying", (DryingRequest request) => Answer(b => Crystals.Make(request, b)));
        strength.MapPost("/drying/working", (DryingRequest request, string key) => Working(key, b => Crystals.Make(request, b)));
    }

    private static Results<Ok<T>, ProblemHttpResult> Answer<T>(Func<ShownFigures, (T? View, RequestReader Reader)> make)
        where T : class
    {
        var (view, reader) = make(new ShownFigures());
        return view is not null && reader.Ok ? TypedResults.Ok(view) : Problems.Refused(reader.Errors);
    }

    private static Results<Ok<Figure>, ProblemHttpResult> Working<T>(string key, Func<ShownFigures, (T? View, RequestReader Reader)> make)
        where T : class
    {
        var book = new ShownFigures();
        var (view, reader) = make(book);
        return view is null || !reader.Ok ? Problems.Refused(reader.Errors)
            : book.Working(key) is { } figure ? TypedResults.Ok(figure)
            : Problems.NotFound("such figure");
    }

    private static Ok<StrengthChoices> Choices() =>
        TypedResults.Ok(
            new StrengthChoices(
                [
                    .. DensityTable
                        .BySolute.Values.OrderBy(t => Order(t.Solute))
                        .Select(t => new SoluteView(
                            t.Solute,
                            Impossible.Named(t.Solute),
                            t.MostPercent,
                            [
                                .. t.Temperatures.Select(c => new CurveView(
                                    c,
                                    [.. Percents(t).Select(p => new[] { p, t.Density(p, c)!.Value })]
                                )),
                            ]
                        )),
                ],
                [
                    .. VolumeInstrument.All.Select(v => new VesselChoice(
                        v.Id,
                        v.Name,
                        $"± {FigureText.Number(v.Share * 100, v.Share < 0.01 ? 1 : 0)}{FigureText.ThinSpace}%",
                        v.Invented
                    )),
                ],
                [
                    .. Solubility
                        .BySalt.Values.OrderBy(s => s.Salt, StringComparer.Ordinal)
                        .Select(s => new SaltView(s.Salt, [.. Drying.Forms(s.Salt).Select(f => f.Solid)])),
                ]
            )
        );

    private static IEnumerable<double> Percents(DensityTable table)
    {
        for (var p = 0.0; p < table.MostPercent; p += CurveStepPercent)
            yield return p;
        yield return table.MostPercent;
    }

    private static int Order(string solute) => Array.IndexOf(["HNO3", "HCl", "H2SO4", "NH3", "NaOH", "KOH", "H2O2"], solute);
}
