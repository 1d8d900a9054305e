using Spolium.Core.Chemistry;
using Spolium.Core.Equilibrium;
using Spolium.Core.Materials;
using Spolium.Data;
using Spolium.Server.Books;

namespace Spolium.Server.Leavings;

/// <summary>What is left over in the house: what it holds, and how it stands under a dose. Nothing is written here.</summary>
public static class LeavingEndpoints
{
    // A caustic that no bottle of the shelf says the strength of.
    private const double UsualCaustic = 0.98;

    // A tonne.
    private const double MostGrams = 1e6;

    private static readonly double[] Asked = [7, 8.5, 10];

    public static void MapLeavings(this IEndpointRouteBuilder app)
    {
        var leavings = app.MapGroup("/api/leavings").WithTags("leavings");
        leavings.MapGet("/", (JournalStore store, int skip = 0) => TypedResults.Ok(LeavingViews.List(store, Math.Max(0, skip))));
        leavings.MapGet("/one", One);
        leavings.MapGet("/one/working", OneWorking);
        leavings.MapGet("/curve", Curve);
        leavings.MapPost("/{lotId}/believe", Believe);
        leavings.MapGet("/dose", Dose);
        leavings.MapGet("/dose/working", DoseWorking);
    }

    private static Results<Ok<LeavingView>, ProblemHttpResult> One(FeedFrom from, string id, Writing writing, TimeProvider time) =>
        Core.Workshop.Leavings.Find(writing.Ledger.State, from, id) is { } leaving
            ? TypedResults.Ok(
                LeavingViews.View(
                    writing.Ledger.State,
                    leaving,
                    new ShownFigures(),
                    time.GetUtcNow(),
                    LeavingViews.LiquorLots(writing.Lists)
                )
            )
            : Gone;

    internal static ProblemHttpResult Gone => Problems.NotFound("such leaving; it was taken over, put into a pot or worked up");

    private static Results<Ok<Figure>, ProblemHttpResult> OneWorking(
        FeedFrom from,
        string id,
        string key,
        Writing writing,
        TimeProvider time
    )
    {
        var book = new ShownFigures();
        if (Core.Workshop.Leavings.Find(writing.Ledger.State, from, id) is not { } leaving)
            return Gone;
        LeavingViews.View(writing.Ledger.State, leaving, book, time.GetUtcNow(), []);
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    /// <summary>A liquor that is asked for, its reagent, and what was typed with it.</summary>
    private sealed record Under(
        Charge Charge,
        DosedWith With,
        double Strength,
        DosedLiquor Liquor,
        double? Most,
        double? Grams,
        IReadOnlyList<PhReadSays> Read
    );

    private static (Under? Under, ProblemHttpResult? Problem) Read(DoseQuery query, Writing writing, TimeProvider time)
    {
        var (state, now) = (writing.Ledger.State, time.GetUtcNow());
        if (Core.Workshop.Leavings.Find(state, query.From, query.Id) is not { } leaving)
            return (null, Gone);
        var reader = new RequestReader();
        var with = LeavingViews.With(state, query.With, now);
        if (with is null)
            reader.Errors.Add(new("with", $"'{query.With}' is nothing that is dosed here", "choose one of the list"));
        if (leaving.Charge is null || !leaving.Wet)
            reader.Errors.Add(
                new(
                    "id",
                    leaving.Wet ? "only its metals are known, not what holds them" : "it is no liquor",
                    "take it over as a lot and say what liquor it is"
                )
            );
        var strength = reader.Optional("strength", query.Strength, Field.Share)?.Value ?? with?.Strength / 100 ?? 1;
        if (strength is <= 0 or > 1)
            reader.Errors.Add(new("strength", "a strength is above 0 and at most 100 %", "read it off the label"));
        var (most, dose) = (reader.Optional("most", query.Most, Field.Mass), reader.Optional("dose", query.Dose, Field.Mass));
        if (most is { Value: <= 0 })
            reader.Errors.Add(new("most", "a curve ends above nothing", "write a mass above 0 g"));
        if (dose is { Value: < 0 })
            reader.Errors.Add(new("dose", "less than nothing is not poured", "write 0 g or more"));
        foreach (var (name, typed) in new[] { ("most", most), ("dose", dose) })
            if (typed?.Value > MostGrams)
                reader.Errors.Add(new(name, $"{typed.Text} is more than any shop pours", "check the unit and the decimal point"));
        var reads = Readings.Of(query.Read, reader);
        if (!reader.Ok)
            return (null, Problems.Refused(reader.Errors));
        try
        {
            DosedLiquor Of(Charge c) => new(c, query.With, strength, query.Over ?? CarbonDioxide.Stirred);
            var (charge, says) = Readings.Moved(state, query, leaving.Charge!, reads, Of);
            return (new(charge, with!, strength, Of(charge), most?.Value, dose?.Value, says), null);
        }
        catch (NoEquilibriumException e)
        {
            return (null, Unmet(e));
        }
    }

    private static ProblemHttpResult Unmet(NoEquilibriumException e) =>
        Problems.Refused([new("dose", e.Message, "look at what is in it: a smaller dose, or another content")]);

    private static Results<Ok<DoseCurveView>, ProblemHttpResult> Curve([AsParameters] DoseQuery query, Writing writing, TimeProvider time)
    {
        var (under, problem) = Read(query, writing, time);
        if (under is null)
            return problem!;
        try
        {
            var most = Math.Min(under.Most ?? Usual(under, query.With), MostGrams);
            var curve = DoseCurve.Of(under.Liquor, most);
            var caustic = LeavingViews.With(writing.Ledger.State, "NaOH", time.GetUtcNow())?.Strength / 100 ?? UsualCaustic;
            return TypedResults.Ok(View(under, curve, DoseStages.Of(curve, query.With, caustic)));
        }
        catch (NoEquilibriumException e)
        {
            return Unmet(e);
        }
    }

    /// <summary>What readings say of a lot becomes what is believed of it.</summary>
    private static Task<Results<Ok<Lots.LotView>, ProblemHttpResult>> Believe(
        string lotId,
        BelieveReadingsRequest request,
        Writing writing,
        TimeProvider time
    )
    {
        var query = new DoseQuery
        {
            From = FeedFrom.Lot,
            Id = lotId,
            With = request.With,
            Over = request.Over,
            Read = [.. request.Read],
        };
        var (under, problem) = Read(query, writing, time);
        return under is null
            ? Task.FromResult<Results<Ok<Lots.LotView>, ProblemHttpResult>>(problem!)
            : Lots.LotEndpoints.InLot(lotId, request.Head, request, writing, new(), l =>
                Readings.Believe(l.State, lotId, under.Charge, under.Read)
            );
    }

    // What its charges take and a third more; what is no base, as many moles.
    private static double Usual(Under under, string formula)
    {
        var takes = Math.Max(under.Liquor.Takes(0), 1e-3);
        var grams = NeutralBase.Find(formula) is { } b
            ? b.Grams(Working.Exact(takes, null, Dimension.Substance)).Likely
            : takes * Formula.Parse(formula).MolarMass;
        return Rounded(1.35 * grams / under.Strength);
    }

    // To two digits, upwards: the end of an axis.
    private static double Rounded(double x)
    {
        var power = Math.Pow(10, Math.Floor(Math.Log10(x)) - 1);
        return Math.Ceiling(x / power) * power;
    }

    private static DoseCurveView View(Under under, DoseCurve curve, IReadOnlyList<DoseStage> stages) =>
        new(
            under.With.Name,
            under.With.Formula,
            curve.Most,
            [.. curve.Falls.Select(f => new CurveMetal(f.Element, BooksWords.NameOf(f.Element), f.Begins, f.Down, f.Again))],
            [.. curve.Points.Select(p => new CurvePoint(p.Grams, p.PH, p.Dissolved, p.GasMl / 1000))],
            [
                .. stages.Select(s => new StageView(
                    s.Formula == under.With.Formula ? under.With.Name : "caustic soda",
                    s.Formula,
                    s.Grams,
                    FigureText.Rough(s.Grams, 2) + " g",
                    FigureText.Number(s.PH, 1),
                    [.. s.Down.Select(BooksWords.NameOf)],
                    [.. s.Left.Select(BooksWords.NameOf)]
                )),
            ],
            [.. Asked.Select(ph => new PhMark(ph, curve.Reaching(ph)))],
            [.. curve.States.SelectMany(s => s.Ran).Select(r => r.Words).Distinct()],
            [.. under.Read.Select(Readings.View)]
        );

    private static Results<Ok<UnderDoseView>, ProblemHttpResult> Dose([AsParameters] DoseQuery query, Writing writing, TimeProvider time)
    {
        var (view, problem) = At(query, writing, time, new ShownFigures());
        return view is not null ? TypedResults.Ok(view) : problem!;
    }

    private static Results<Ok<Figure>, ProblemHttpResult> DoseWorking(
        [AsParameters] DoseQuery query,
        string key,
        Writing writing,
        TimeProvider time
    )
    {
        var book = new ShownFigures();
        var (view, problem) = At(query, writing, time, book);
        return view is null ? problem!
            : book.Working(key) is { } figure ? TypedResults.Ok(figure)
            : Problems.NotFound("such figure");
    }

    private static (UnderDoseView? View, ProblemHttpResult? Problem) At(
        DoseQuery query,
        Writing writing,
        TimeProvider time,
        ShownFigures book
    )
    {
        var (under, problem) = Read(query, writing, time);
        if (under is null)
            return (null, problem);
        try
        {
            var r = DoseReading.Of(under.Liquor, under.Grams ?? 0);
            return (
                new(
                    r.Grams,
                    book.Add("ph", r.PH),
                    book.Add("gas", r.Gas),
                    [
                        .. r.Metals.Select(m => new MetalLeft(
                            m.Element,
                            BooksWords.NameOf(m.Element),
                            book.Add("left/" + m.Element, m.Grams),
                            book.Add("share/" + m.Element, m.Share.Percent($"{BooksWords.NameOf(m.Element)} left"))
                        )),
                    ],
                    [
                        .. r.Solids.Select(s => new SolidFallen(
                            s.Solid.Name,
                            s.Solid.Formula,
                            book.Add("solid/" + s.Solid.Id, s.Dry),
                            s.Solid.Confidence == Confidence.Fitted
                        )),
                    ],
                    r.Outside,
                    under.Read.Count == 0 ? [] : [.. Readings.Figures(under.Charge).Select(f => book.Add("moved/" + f.Key, f.Figure))]
                ),
                null
            );
        }
        catch (NoEquilibriumException e)
        {
            return (null, Unmet(e));
        }
    }
}
