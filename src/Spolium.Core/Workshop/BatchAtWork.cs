using System.Collections.Immutable;
using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Reconciling;

namespace Spolium.Core.Workshop;

/// <summary>
/// Plans a batch from what the journal tells of it: feed from its lots, doses from what was logged. Content is drawn by
/// the lot, so that two batches of one lot share its truth; everything else is drawn by the batch.
/// </summary>
public static class BatchAtWork
{
    /// <summary>Plans that are kept; one has some 2 MB.</summary>
    private const int Kept = 8;

    // A batch and the shelf are immutable and its plan a pure function of both: one fold serves everyone who asks.
    private static Recent<BatchState, Folded> Plans(State state) =>
        state.Memory.Of<BatchState, Folded>("plans", Kept, ReferenceEqualityComparer.Instance);

    // The fold that was made last for a batch: the next one goes on from it.
    private static Recent<string, Folded> Last(State state) => state.Memory.Of<string, Folded>("last plans", Kept);

    private sealed record Folded(State State, BatchState Batch, Draws Draws, Folding Folding);

    public static BatchPlan Plan(State state, BatchState batch) => Fold(state, batch).All;

    /// <summary>One step of a batch's plan, without reckoning those behind it.</summary>
    public static PlannedStep Step(State state, BatchState batch, string stepId) => Fold(state, batch).Of(stepId);

    /// <summary>What a step made; null where this version does not have a method any more by which it came.</summary>
    public static Charge? Holding(State state, BatchState batch, string stepId, string output) =>
        batch.Route.Steps.TakeWhile(s => s.Id != stepId).Append(batch.Route.Steps.First(s => s.Id == stepId)).Any(Gone)
            ? null
            : Step(state, batch, stepId).Plan.Outputs.FirstOrDefault(o => o.Id == output)?.Charge;

    private static bool Gone(RouteStep step) => MethodCatalogue.Find(step.Method) is null;

    private static Folding Fold(State state, BatchState batch)
    {
        var draws = Observing.DrawsOf(state, batch);
        if (
            Plans(state).TryGet(batch, out var known)
            && Same(known.Draws.Practice, draws.Practice)
            && ReferenceEquals(known.State.Vessels, state.Vessels)
            && (ReferenceEquals(known.State.Shelf, state.Shelf) || SameBottles(known.State.Shelf, state.Shelf, batch))
        )
            return known.Folding;
        var shop = new Shop(batch.Bottles, VesselsAtWork.Of(state), batch.BalanceStepG, ShelfAtWork.Levels(state, ShelfAtWork.Ids(batch)));
        var folding =
            Last(state).TryGet(batch.Id, out var last) && Same(last.Draws.Practice, draws.Practice) && GoesOn(last, state, batch)
                ? last.Folding.Again(shop, batch.Facts)
                : new Folding(
                    batch.Feeds.Select(f => BatchFeed.FeedOf(state, state.Lots[f.Id], f.Amount)).Aggregate((a, b) => a.Plus(b)),
                    batch.Route,
                    shop,
                    batch.Facts,
                    draws
                );
        var folded = new Folded(state, batch, draws, folding);
        Plans(state).Put(batch, folded);
        Last(state).Put(batch.Id, folded);
        return folding;
    }

    private static bool Same(Practice a, Practice b) =>
        ReferenceEquals(a, b)
        || (a.ByPrior.Count == b.ByPrior.Count && a.ByPrior.All(p => b.ByPrior.TryGetValue(p.Key, out var other) && other == p.Value));

    // All but what was logged is the same: feed and its content, route, bottles, vessels.
    private static bool GoesOn(Folded last, State state, BatchState batch) =>
        ReferenceEquals(last.Batch.Feeds, batch.Feeds)
        && ReferenceEquals(last.Batch.Route, batch.Route)
        && ReferenceEquals(last.Batch.Bottles, batch.Bottles)
        && ReferenceEquals(last.State.Vessels, state.Vessels)
        && batch.Feeds.All(f => last.State.Lots.TryGetValue(f.Id, out var lot) && ReferenceEquals(lot.Content, state.Lots[f.Id].Content));

    private static bool SameBottles(Streams<ShelfBottle> a, Streams<ShelfBottle> b, BatchState batch) =>
        batch.Bottles.All(x => ReferenceEquals(a.Find(x.Id), b.Find(x.Id)));

    /// <summary>A step as it stands: what was logged so far, and nothing more to come. Before it has begun, as planned.</summary>
    public static PlannedStep AsItStands(State state, BatchState batch, string stepId)
    {
        var step = batch.Step(stepId);
        return Step(
            state,
            step.Begun ? batch with { Steps = batch.Steps.SetItem(stepId, step with { ClosedAt = step.LastAt }) } : batch,
            stepId
        );
    }

    /// <summary>A holding of a step as it stands without its own weighing: an earlier one says nothing against the next.</summary>
    public static (PlannedStep Step, Output Holding) Unweighed(State state, BatchState batch, string stepId, string output)
    {
        var step = batch.Step(stepId);
        var now = AsItStands(
            state,
            batch with
            {
                Steps = batch.Steps.SetItem(stepId, step with { Weighed = step.Weighed.Remove(output) }),
            },
            stepId
        );
        return (
            now,
            now.Plan.Outputs.FirstOrDefault(o => o.Id == output) ?? Step(state, batch, stepId).Plan.Outputs.First(o => o.Id == output)
        );
    }

    /// <summary>Why a holding cannot weigh so much; null where it can.</summary>
    /// <param name="fineness">Of a product that was assayed.</param>
    public static FieldError? CannotWeigh(
        State state,
        BatchState batch,
        string stepId,
        string output,
        TypedNumber mass,
        TypedNumber? fineness
    )
    {
        var (step, holding) = Unweighed(state, batch, stepId, output);
        var isProduct = batch.Route.Steps[^1].Id == stepId && holding.Main;
        var feedG = isProduct && batch.Feeds.All(f => f.Amount.Field == Field.Mass) ? batch.Feeds.Sum(f => f.Amount.Value) : (double?)null;
        return CannotBe.Weighed(
            step,
            holding,
            mass,
            CannotBe.Clues(state, mass, batch.BalanceStepG),
            fineness,
            feedG,
            Plan(state, batch).Feed
        );
    }

    /// <summary>
    /// A plan as it is frozen when its step begins. Every working is kept once: how what goes in was reckoned stands frozen with the steps
    /// before, and what two figures rest on with the first of them.
    /// </summary>
    public static BegunPlan Freeze(PlannedStep step, string seed, string codeVersion)
    {
        var kept = new WorkingsKept();
        if (!step.Step.Takes.Contains(Route.Feed))
            foreach (var taken in Taken(step.Input))
                kept.Add(taken);
        Figure Of(Working w) => Figure.Of(w, kept);
        var whole = new FrozenPlan(
            step.Plan.MethodId,
            step.Plan.MethodVersion,
            codeVersion,
            Reference.ReferenceTable.Hash,
            seed,
            [.. step.Plan.Doses.Select(d => new FrozenDose(d.Id, d.Title, d.Bottle.Id, Of(d.Grams), [.. d.Rungs.Select(r => r.Grams)]))],
            [.. step.Plan.Figures.Select(Of)],
            step.Plan.Vessel?.Vessel.Label,
            Of(step.Plan.Attended),
            Of(step.Plan.Unattended)
        );
        IReadOnlyList<BegunDose> doses =
        [
            .. whole.Doses.Select(d => new BegunDose(
                d.Dose,
                d.Title,
                d.BottleId,
                new(d.Grams.Likely, d.Grams.Low, d.Grams.High),
                d.RungsG
            )),
        ];
        return new(
            whole.Method,
            whole.MethodVersion,
            codeVersion,
            whole.DataHash,
            seed,
            doses,
            whole.Vessel,
            step.Plan.Verb,
            step.Plan.Title,
            EntryJson.Hash(whole.Text())
        )
        {
            Whole = whole,
        };
    }

    // What went in, substance by substance; of several holdings put together, what each brought.
    internal static IEnumerable<Working> Taken(Charge input) =>
        input.Moles.Select(m => m.Value).Append(input.Unknown).SelectMany(w => w.Label is null ? w.Parts.Prepend(w) : [w]);

    /// <summary>What a step made, as it is stored when the step closes: each holding by element, with the covariance between
    /// holdings.</summary>
    public static (IReadOnlyList<HoldingEstimate> Outputs, IReadOnlyList<HoldingCovariance> Covariances) Outputs(
        PlannedStep step,
        IEnumerable<string> elements
    )
    {
        var list = elements.ToList();
        var outputs = step
            .Plan.Outputs.Select(o => new HoldingEstimate(
                o.Id,
                o.Name,
                o.Main,
                o.Charge.Mass().Likely,
                [.. list.Select(e => ElementEstimate.Of(e, o.Charge.Element(e)))],
                step.Facts.Weighed.ContainsKey(o.Id) ? Basis.Weighed : Basis.EstimatedByMethod
            ))
            .ToList();
        var covariances = list.Select(e =>
            {
                var grams = step.Plan.Outputs.Select(o => o.Charge.Element(e).Amount).ToList();
                return new HoldingCovariance(
                    e,
                    [.. grams.Select(a => (IReadOnlyList<double>)[.. grams.Select(b => Amount.Covariance(a, b))])]
                );
            })
            .ToList();
        return (outputs, covariances);
    }

    /// <summary>The metal that a product is for: of gold, silver and platinum metals the one that most is there of.</summary>
    public static string ElementOf(Charge product) => ElementAtWork.Nobles.MaxBy(e => product.Element(e).Likely)!;

    /// <summary>What a product is believed to be: its metal, or the salt that most is there of; empty for a mixture that has something
    /// else mostly.</summary>
    public static string FormulaOf(Charge product)
    {
        var most = product
            .Moles.Where(m => m.Key.Phase == Phase.Solid)
            .OrderByDescending(m => m.Value.Likely * m.Key.MolarMass)
            .Select(m => m.Key)
            .FirstOrDefault();
        var element = ElementOf(product);
        return most == default || Species.IsMetal(most) ? element
            : most.Atoms(element) > 0 ? most.Formula
            : "";
    }

    /// <summary>Gold (or another metal) in a weighed bar: mass × fineness; without an assay the fineness is a guess with a range.</summary>
    public static ElementEstimate InBar(Draws draws, string element, TypedNumber mass, TypedNumber? fineness) =>
        InProduct(draws, element, element, mass, fineness);

    /// <summary>The metal in a weighed product: mass × its share of the formula × fineness or purity.</summary>
    /// <param name="formula">A metal, or a salt with its water.</param>
    /// <param name="fineness">How much of it is what the formula says; null where nobody assayed it.</param>
    public static ElementEstimate InProduct(Draws draws, string formula, string element, TypedNumber mass, TypedNumber? fineness)
    {
        var salt = formula != element;
        var grams = Working.Given(
            draws.Reading("bar " + mass.Text, mass.Value, mass.Sigma),
            Dimension.Mass,
            salt ? formula : "bar",
            "weighed"
        );
        var fine = fineness is null
            ? draws.Prior(salt ? "salt-purity" : BarFineness.PriorOf(element))
            : Working.Given(
                Amount.Least(draws.Reading("fineness " + fineness.Text, fineness.Value, fineness.Sigma), Amount.Certain(1)),
                Dimension.None,
                salt ? "purity" : "fineness",
                "assayed"
            );
        return ElementEstimate.Of(element, salt ? grams * fine * Molar.Share(element, formula) : grams * fine);
    }
}
