using Spolium.Core.Accounts;
using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Safety;

namespace Spolium.Server.Plan;

/// <summary>A step as Plan and Run show it.</summary>
public sealed record StepView(
    string Id,
    string Method,
    int MethodVersion,
    string Title,
    string Verb,
    string Instruction,
    bool DoneFirst,
    IReadOnlyList<RefusalView> Refusals,
    IReadOnlyList<DoseView> Doses,
    VesselView? Vessel,
    FigureView? Portions,
    IReadOnlyList<GasView> Gases,
    FigureView? Heat,
    FigureView? Warming,
    IReadOnlyList<string> Conditions,
    IReadOnlyList<SignView> EndSigns,
    FigureView Attended,
    FigureView Unattended,
    IReadOnlyList<OutputView> Outputs,
    IReadOnlyList<FigureView> Figures,
    IReadOnlyList<CautionView> Cautions,
    string NightStop,
    string IfFoams,
    IReadOnlyList<string> Equations,
    DateTimeOffset? BegunAt,
    DateTimeOffset? ClosedAt,
    IReadOnlyList<ReadingView> Readings,
    IReadOnlyList<string> MayRead,
    IReadOnlyList<InterlockView> Interlocks,
    SafetyView Safety,
    IReadOnlyList<FigureView> Learned,
    IReadOnlyList<DeadlineView> Deadlines,
    string Metal,
    IReadOnlyDictionary<string, string> Options,
    IReadOnlyList<BesideLine> Beside,
    DangerView? Danger
)
{
    /// <param name="state">What the journal tells of the step; null for a plan that has no batch.</param>
    /// <param name="element">The metal that the plan is for.</param>
    /// <param name="gates">What stands at its gates; null for none.</param>
    public static StepView Of(
        PlannedStep step,
        StepState? state,
        ShownFigures book,
        Draws draws,
        string element,
        IReadOnlyList<string>? gates = null
    )
    {
        var p = step.Plan;
        string Key(string rest) => $"{step.Step.Id}/{rest}";
        return new(
            step.Step.Id,
            p.MethodId,
            p.MethodVersion,
            p.Title,
            p.Verb,
            p.Instruction,
            p.DoneFirst,
            [.. p.Refusals.Select(r => new RefusalView(r.Reason, r.WayOut))],
            [.. p.Doses.Select(d => DoseOf(step, d, Key("dose/" + d.Id), book))],
            p.Vessel is { } v
                ? new(
                    v.Vessel.Label,
                    book.Add(Key("liquid"), v.Liquid),
                    Working.IsNothing(v.Foam) ? null : book.Add(Key("foam"), v.Foam),
                    v.SplitInto
                )
                : null,
            book.AddOrNone(Key("portions"), p.Portions),
            [
                .. p.Gases.Select(g => new GasView(
                    g.Formula,
                    book.Add(Key("gas/" + g.Formula), g.Made),
                    book.Add(Key("gas-leaving/" + g.Formula), g.Leaving),
                    g.Note
                )),
            ],
            book.AddOrNone(Key("heat"), p.Heat),
            book.AddOrNone(Key("warming"), p.Warming),
            p.Conditions,
            [
                .. p.EndSigns.Select(s => new SignView(
                    s.Id,
                    s.Text,
                    s.NotProof,
                    state is not null && state.Signs.TryGetValue(s.Id, out var at) ? at : null
                )),
            ],
            book.Add(Key("attended"), p.Attended),
            book.Add(Key("unattended"), p.Unattended),
            [
                .. p.Outputs.Select(o => new OutputView(
                    o.Id,
                    o.Name,
                    o.Main,
                    book.Add(Key("out/" + o.Id), o.Charge.Element(element).Named($"{Elements.Of(element).Name} in {o.Name}")),
                    o.Weigh,
                    state is not null && state.Weighed.TryGetValue(o.Id, out var w) ? w.Text : null,
                    TestFor(step, o),
                    Tested(state, o.Id)
                )),
            ],
            [.. p.Figures.Select((f, i) => book.Add(Key("figure/" + i), f))],
            [
                .. (gates ?? []).Select(g => new CautionView(CautionLevel.Stop, g)),
                .. p.Cautions.Select(c => new CautionView(c.Level, c.Text)),
            ],
            p.NightStop,
            p.IfFoams,
            [.. p.Equations.Select(e => e.Words)],
            state?.BegunAt,
            state?.ClosedAt,
            [.. (state?.Readings ?? []).Select(r => new ReadingView(r.Kind, WithUnit(r.Value), r.At, r.EntryId))],
            [.. WorthReading(p)],
            [.. p.Interlocks.Select(i => new InterlockView(i.DoseId, i.Reading, i.Text, Interlocking.IsOpen(i, state), i.State))],
            SafetyOf(step, Key, book, draws),
            [.. p.Learned.Select((f, i) => book.Add(Key("learned/" + i), f))],
            [.. p.Deadlines.Select(d => DeadlineOf(d, state))],
            Elements.Of(element).Name,
            step.Step.Options,
            [.. (state?.Beside ?? []).Select(b => new BesideLine(b.EntryId, b.At, BesideWords.Of(b.Body)))],
            state?.Danger is { } danger ? new(NeverTogether.Of(danger).Text, NeverTogether.Of(danger).First) : null
        );
    }

    // Kinds of reading that say something of this step.
    private static IEnumerable<string> WorthReading(StepPlan p)
    {
        yield return "temperature";
        if (p.Interlocks.Any(i => i.Reading == "pH"))
            yield return "pH";
        if (p.Foams)
            yield return ReadingState.Foam;
        if (p.ShowsMetalLeft)
        {
            yield return ReadingState.Left;
            yield return ReadingState.LeftGrams;
        }
    }

    private static IReadOnlyList<string> TestFor(PlannedStep step, Output output) =>
        HoldingKind.IsLiquor(output.Id) ? [.. step.Input.Metals.OrderBy(Place).ThenBy(m => m, StringComparer.Ordinal)] : [];

    // What a drop is tested for mostly comes first.
    private static int Place(string metal) => ElementAtWork.BySymbol[metal].Precious ?? int.MaxValue;

    private static IReadOnlyList<string> Tested(StepState? state, string output) =>
        [
            .. (state?.Tests ?? [])
                .Where(t => t.Output == output)
                .GroupBy(t => t.Element)
                .Select(g => g.Last())
                .Select(t => $"{Elements.Of(t.Element).Name} between {t.Low.Text} and {t.High.Text} in {t.Volume.Text}"),
        ];

    private static SafetyView SafetyOf(PlannedStep step, Func<string, string> key, ShownFigures book, Draws draws)
    {
        var s = StepSafety.Of(step, draws);
        return new(
            [
                .. s.Findings.Select(f => new FindingView(
                    f.DoseId,
                    f.Row.Verdict == Verdict.Stop,
                    f.Row.Makes,
                    f.Kept is null ? f.Row.Text : $"{f.Row.Text} ({f.Kept}, if it is kept so)"
                )),
            ],
            [
                .. s.Gases.Select(g => new GasNeedView(
                    g.Gas.Formula,
                    g.Hazard.Name,
                    book.Add(key("portion-gas/" + g.Gas.Formula), g.OfPortion),
                    book.AddOrNone(key("caustic/" + g.Gas.Formula), g.Caustic),
                    book.AddOrNone(key("air/" + g.Gas.Formula), g.AirPerHour),
                    g.Hazard.Limit is { } l ? $"{l.Substance} {l.Ppm:0.####} ppm ({l.Kind})" : ""
                )),
            ],
            [.. s.Materials.Select(m => new MaterialView(m.Use, m.Material, m.Bears.ToString().ToLowerInvariant()))],
            s.Wear,
            [.. s.Marks.Select(m => new MarksView(m.Bottle, m.Marks.Signal, m.Marks.Statements))],
            StepSafety.FirstAction
        );
    }

    // It runs from the first pour of the one dose until the first of the other.
    private static DeadlineView DeadlineOf(Deadline d, StepState? state)
    {
        var from = state?.Pours.Where(p => p.DoseId == d.FromDose).Select(p => (DateTimeOffset?)p.OccurredAt).Min();
        return new(d.Id, d.Text, d.Hours, from?.AddHours(d.Hours), state?.Pours.Any(p => p.DoseId == d.UntilDose) ?? false);
    }

    private static DoseView DoseOf(PlannedStep step, Dose dose, string key, ShownFigures book)
    {
        var poured = dose.Rungs.Where(r => r.Poured is not null).Sum(r => r.Grams);
        return new(
            dose.Id,
            dose.Title,
            dose.Bottle.Id,
            dose.Bottle.Label,
            dose.Bottle.Formula,
            dose.Bottle.IsLiquid,
            dose.Bottle.Formula == "H2O" ? null : book.AddOrNone(key + "/per-gram", step.PerGram(dose)),
            book.Add(key + "/grams", dose.Grams.Named(dose.Title)),
            book.AddOrNone(key + "/ml", dose.Millilitres?.Named($"{dose.Title}, by volume")),
            [
                .. dose.Rungs.Select(r => new RungView(
                    r.Number,
                    Amount(
                        r.BottleId is { } id && dose.Bottle.RealBottles().FirstOrDefault(b => b.Id == id) is { } real ? real : dose.Bottle,
                        r.Grams
                    ),
                    r.Grams,
                    r.Poured,
                    r.PouredAt,
                    r.BottleId ?? dose.Bottle.Id,
                    r.Poured is null && step.Plan.Vessel is { SplitInto: > 1 } v && !dose.Apart
                        ? $"{v.Vessel.Kind.Split(',')[0]} {r.Part} of {v.SplitInto}"
                        : null
                )),
            ],
            dose.ShortShare is > 0 and var s ? $"falls short in {FigureText.Number(s * 100, 0)} of 100 cases" : null,
            dose.Lacking,
            dose.GoesTo is { } end
                ? $"{dose.How}; {dose.Rungs.Count} portions go to {Amount(dose.Bottle, end)}, it may want more: without a sign by then, "
                    + "test it and plan anew"
                : dose.How,
            Amount(dose.Bottle, poured),
            Amount(dose.Bottle, dose.Rungs.Sum(r => r.Grams))
        );
    }

    /// <summary>"36 mL" for a liquid, "0.20 g" for what is weighed.</summary>
    public static string Amount(Bottle bottle, double grams)
    {
        var x = bottle.DensityGPerMl is { } d ? grams / d : grams;
        var text = FigureText.Number(
            x,
            x <= 0 || x >= 100 ? 0
                : x >= 10 ? 1
                : 2
        );
        if (text.EndsWith(".0", StringComparison.Ordinal))
            text = text[..^2];
        return $"{text}{FigureText.ThinSpace}{(bottle.IsLiquid ? "mL" : "g")}";
    }

    // As it was typed; "85" had a unit that nobody wrote.
    private static string WithUnit(TypedNumber typed) =>
        typed.Field != Field.PH && char.IsAsciiDigit(typed.Text[^1]) ? $"{typed.Text} {typed.Unit}" : typed.Text;
}
