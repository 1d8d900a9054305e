using System.Globalization;
using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Reconciling;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>What may become a lot.</summary>
/// <param name="Wet">A liquor: its volume is measured, not its mass.</param>
/// <param name="AsksLiquor">The person must say what holds its metals.</param>
public sealed record LotSource(string Name, bool Wet, bool AsksLiquor)
{
    /// <summary>As it was weighed in its batch; null where nobody did.</summary>
    public TypedNumber? Weighed { get; init; }
}

/// <summary>What stands in the house becomes a lot: then it is planned, judged, sorted, pooled and worked like any other.</summary>
public static class TakingOver
{
    /// <param name="source">Its amount as measured: grams of a solid, millilitres of a liquor.</param>
    /// <param name="liquor">What holds the metals of a pot or of pooled washes: only the person knows.</param>
    public static Decision Decide(
        Ledger ledger,
        string lotId,
        string code,
        string title,
        Feed source,
        LiquorKind? liquor,
        DateTimeOffset at,
        string? reason = null
    )
    {
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(code) || LotDecisions.Taken(ledger.State, code))
            errors.Add(new("code", "the code is empty or taken", "write a new one"));
        if (string.IsNullOrWhiteSpace(title))
            errors.Add(new("title", "the lot has no description", "say what it is, in a few words"));
        if (source.Amount.Value <= 0)
            errors.Add(new("amount", "nothing was measured", "write a mass or a volume above nothing"));
        if (errors.Count > 0)
            return Decision.Refuse(errors);
        source = source with { Amount = Decisions.WithInstrument(source.Amount) };
        return source.From switch
        {
            FeedFrom.Holding => Holding(ledger, new(lotId, code.Trim(), title.Trim(), Decisions.Kept(reason)), source),
            FeedFrom.Pool => Pool(ledger, new(lotId, code.Trim(), title.Trim(), Decisions.Kept(reason)), source, liquor),
            FeedFrom.Bottle => Bottle(ledger.State, new(lotId, code.Trim(), title.Trim(), Decisions.Kept(reason)), source, at),
            _ => Decision.Refuse("from", "a lot is a lot already", "choose a leaving, a tub or a bottle"),
        };
    }

    /// <summary>What a source is called and measured as; null where there is no such thing.</summary>
    public static LotSource? Source(State state, FeedFrom from, string id)
    {
        if (from == FeedFrom.Pool)
            return state.Pools.TryGetValue(id, out var pool) ? new($"{pool.Code}, {pool.Title}", IsWet(pool), IsWet(pool)) : null;
        if (from == FeedFrom.Bottle)
            return state.Shelf.TryGetValue(id, out var bottle) ? new($"{bottle.Id}, {bottle.Name}", bottle.Kind.Liquid, false) : null;
        if (
            id.Split('/') is not [var batchId, var stepId, var output]
            || !state.Batches.TryGetValue(batchId, out var batch)
            || batch.Step(stepId).Outputs.FirstOrDefault(o => o.Output == output) is not { } holding
        )
            return null;
        return new($"{holding.Name} of {batch.Code}", HoldingKind.IsLiquor(output), false)
        {
            Weighed = batch.ProductAt(stepId, output)?.Mass ?? batch.Step(stepId).Weighed.GetValueOrDefault(output),
        };
    }

    // A filter tub is dry; pots and washes are not.
    private static bool IsWet(PoolState pool) => pool.Kind != PoolOpened.Kinds[0];

    private sealed record Names(string LotId, string Code, string Title, string? Reason);

    private static Decision Holding(Ledger ledger, Names names, Feed source)
    {
        var state = ledger.State;
        if (source.Id.Split('/') is not [var batchId, var stepId, var output] || !state.Batches.TryGetValue(batchId, out var batch))
            return Decision.Refuse("from", "there is no such holding", "choose one of the list");
        if (batch.BroughtIn is not null)
            return Decision.Refuse("from", "it stands in another shop", "receive it as a lot");
        var name = Route.Holding(stepId, output);
        if (!batch.Step(stepId).Closed || batch.Step(stepId).Outputs.FirstOrDefault(o => o.Output == output) is not { } holding)
            return Decision.Refuse("from", "no closed step made such a holding", "close the step first");
        if (batch.Pooled.TryGetValue(name, out var there))
            return Decision.Refuse("from", $"{holding.Name} of {batch.Code} went into {there.PoolCode} already", "take that back first");
        if (batch.Route.Steps.FirstOrDefault(s => s.Takes.Contains(name)) is { } taker)
            return Decision.Refuse("from", $"step {taker.Id} takes it", "change the way first");
        var product = batch.ProductAt(stepId, output);
        if (holding.Main && !(product is not null && batch.ClosedAt is not null))
            return Decision.Refuse("from", $"{holding.Name} is what the batch is for", "weigh it and close the batch first");
        if (MethodCatalogue.Find(batch.Route.Steps.First(s => s.Id == stepId).Method) is null)
            return Decision.Refuse(
                "from",
                "this version of Spolium does not have the method any more that made it: nobody knows in what form its metal is",
                "receive it as a lot"
            );
        var account = Account.Holding(batchId, name);
        var charge = BatchAtWork.AsItStands(state, batch, stepId).Plan.Outputs.First(o => o.Id == output).Charge;
        var known = product?.Holds ?? holding.Holds;
        var believed = ledger
            .Book.ElementsOn(account)
            .Select(e => AsBooked(e, ledger.Book.Grams(account, e), known.FirstOrDefault(h => h.Element == e)))
            .Where(e => e.Grams > 0)
            .ToList();
        return believed.Count == 0
                ? Decision.Refuse(
                    "from",
                    $"the book has nothing in the {holding.Name} any more",
                    "it was taken over already, or holds no metal"
                )
            : Asked(state, batch, Source(state, source.From, source.Id)!, source.Amount, charge) is { } far && names.Reason is null
                ? Decision.Refuse([far])
            : Written(names, source, charge, believed, HoldingKind.IsLiquor(output));
    }

    // What was weighed weighs the same; what was only reckoned may be wet, or thinned, but not by that much.
    private static FieldError? Asked(State state, BatchState batch, LotSource source, TypedNumber amount, Charge charge)
    {
        double Within(string constant) => Constants.Get(constant).Likely;
        if (amount.Field != (source.Wet ? Field.Volume : Field.Mass))
            return null;
        var (expected, within, how) =
            source.Weighed is { } weighed && weighed.Field == amount.Field
                ? (weighed.Value, Within("taken-over-weighed"), $"it was weighed {weighed.Text}")
            : source.Wet ? (charge.LiquorVolume(new Draws(batch.Id)).Likely, Within("taken-over-volume"), "")
            : (charge.Mass().Likely, Within("taken-over-mass"), "");
        bool Near(double x) =>
            x <= expected * within && x >= expected / (source.Wet || source.Weighed is not null ? within : double.MaxValue);
        if (expected <= 0 || Near(amount.Value))
            return null;
        var words = how.Length > 0 ? how : $"about {FigureText.Number(expected, 1)} {(source.Wet ? "mL" : "g")} was to come of it";
        // What was weighed is looked for about that weight: its limits are taken for five standard uncertainties.
        return LikeliestSlip.Told(
            new("amount", $"{QuantityParser.InWords(amount)}, and {words}", "check the unit and the decimal point; if it is so, say why"),
            amount,
            Near,
            expected,
            source.Weighed is { } was ? Math.Max(was.Sigma, (within - 1) * expected / 5) : null,
            CannotBe.Clues(state, amount, batch.BalanceStepG)
        );
    }

    private static ElementEstimate AsBooked(string element, double grams, ElementEstimate? was) =>
        new(element, grams, was?.Sigma ?? 0, Math.Min(grams, was?.Low ?? grams), Math.Max(grams, was?.High ?? grams));

    private static Decision Pool(Ledger ledger, Names names, Feed source, LiquorKind? liquor)
    {
        if (!ledger.State.Pools.TryGetValue(source.Id, out var pool))
            return Decision.Refuse("from", "there is no such tub or pot", "choose one of the list");
        var account = Account.Pool(pool.Id);
        var believed = ledger
            .Book.ElementsOn(account)
            .Select(e =>
            {
                var holds = pool.Holds.SelectMany(h => h.Holds).Where(h => h.Element == e).ToList();
                var grams = ledger.Book.Grams(account, e);
                return new ElementEstimate(
                    e,
                    grams,
                    Math.Sqrt(holds.Sum(h => h.Sigma * h.Sigma)),
                    Math.Min(grams, holds.Sum(h => h.Low)),
                    Math.Max(grams, holds.Sum(h => h.High))
                );
            })
            .Where(e => e.Grams > 0)
            .ToList();
        if (believed.Count == 0)
            return Decision.Refuse("from", $"{pool.Code} is empty by the book", "put leavings in first");
        var wet = IsWet(pool);
        if (Measured(source, wet) is { } wrong)
            return Decision.Refuse([wrong]);
        if (wet && liquor is null)
            return Decision.Refuse("liquor", "nobody knows what holds its metals", "say nitrate, chloride, sulphate or fixer");
        if (wet && believed.FirstOrDefault(e => LiquorFeed.SaltOf(e.Element, liquor!.Value) is null) is { } stray)
            return Decision.Refuse(
                "liquor",
                $"{Elements.Of(stray.Element).Name} does not stay in such a liquor",
                "choose what holds it, or take the solids out first"
            );
        if (!wet && source.Amount.Value < believed.Sum(e => e.Low))
            return Decision.Refuse([TooLittle(source.Amount, believed)]);
        return Decision.Write(
            new LotTakenOver(
                names.LotId,
                names.Code,
                names.Title,
                source,
                source.Amount,
                new([.. believed.Select(e => Line(e, source.Amount))], null, liquor),
                believed,
                names.Reason
            )
        );
    }

    private static Decision Bottle(State state, Names names, Feed source, DateTimeOffset at)
    {
        if (!state.Shelf.TryGetValue(source.Id, out var bottle) || bottle.IsEmpty)
            return Decision.Refuse("from", "there is no such bottle, or nothing is in it", "choose one of the shelf");
        var kept = ShelfAtWork.AsBottle(bottle, at);
        var wet = kept.IsLiquid;
        if (Measured(source, wet) is { } wrong)
            return Decision.Refuse([wrong]);
        var grams = wet ? source.Amount.Value * kept.DensityGPerMl!.Value : source.Amount.Value;
        if (grams > bottle.Grams * (1 + 1e-9))
            return Decision.Refuse("amount", $"{FigureText.Number(bottle.Grams, 2)} g is left in {bottle.Id}", "take at most that");
        var draws = new Draws(names.LotId);
        var charge = kept.PourInto(Charge.Empty, Working.Given(grams, Dimension.Mass, $"taken of {bottle.Id}", "measured"), draws);
        var believed = BatchFeed.Believed(charge);
        return believed.All(e => e.Grams <= 0)
            ? Decision.Refuse("from", $"{bottle.Name} holds no metal that is followed here", "pour it as a dose")
            : Written(names, source with { Amount = TypedNumber.Of(grams, Field.Mass, "g") }, charge, believed, wet, source.Amount);
    }

    private static Decision Written(
        Names names,
        Feed source,
        Charge charge,
        IReadOnlyList<ElementEstimate> believed,
        bool wet,
        TypedNumber? measured = null
    )
    {
        var amount = measured ?? source.Amount;
        if (Measured(source with { Amount = amount }, wet) is { } wrong)
            return Decision.Refuse([wrong]);
        if (!wet && amount.Value < believed.Sum(e => e.Low))
            return Decision.Refuse([TooLittle(amount, believed)]);
        // Where the book knows better than the plan, it is the book's grams that go over.
        double Scale(Species s) =>
            believed.Where(e => s.Atoms(e.Element) > 0).Select(e => (e, Planned: charge.Element(e.Element).Likely)).FirstOrDefault()
                is { e: { } b, Planned: > 0 and var planned }
                ? b.Grams / planned
                : 1;
        var content = new Content(
            [.. believed.Select(e => Line(e, amount))],
            null,
            wet ? KindOf(charge) : null,
            null,
            charge.Marks.IsEmpty ? null : [.. charge.Marks],
            null,
            HeldCharge.Of(charge, amount.Value, Scale)
        );
        return Decision.Write(new LotTakenOver(names.LotId, names.Code, names.Title, source, amount, content, believed, names.Reason));
    }

    private static FieldError? Measured(Feed source, bool wet) =>
        source.Amount.Field == (wet ? Field.Volume : Field.Mass)
            ? null
            : new("amount", wet ? "it is a liquor" : "it is a solid", wet ? "measure it in millilitres" : "weigh it in grams");

    private static FieldError TooLittle(TypedNumber amount, IReadOnlyList<ElementEstimate> believed)
    {
        var least = believed.Sum(e => e.Low);
        return LikeliestSlip.Told(
            new(
                "amount",
                $"it holds at least {FigureText.Number(least, 3)} g of metal by the book",
                "check the unit and the decimal point, or put the reading right that the book rests on"
            ),
            amount,
            v => v >= least
        );
    }

    private static ContentLine Line(ElementEstimate e, TypedNumber amount)
    {
        var wet = amount.Field == Field.Volume;
        TypedNumber Of(double grams) =>
            wet
                ? TypedNumber.Of(Short(grams / amount.Value * 1000), Field.Concentration, "g/L")
                : TypedNumber.Of(Short(grams / amount.Value), Field.Share, "%");
        return new(e.Element, Of(Math.Max(0, e.Low)), Of(e.Grams), Of(e.High));
    }

    // The lines are to be read; what they come from stands beside them in full.
    private static double Short(double x) => double.Parse(x.ToString("G3", CultureInfo.InvariantCulture), CultureInfo.InvariantCulture);

    private static LiquorKind KindOf(Charge charge)
    {
        double Moles(string ion) => charge.Of(new(ion, Phase.Aqueous)).Likely;
        if (Moles("S2O3 2-") > 0 || Moles("Ag(S2O3)2 3-") > 0)
            return LiquorKind.Fixer;
        var chloride = Moles("Cl-") + 4 * Moles("AuCl4-");
        return Moles("NO3-") > Math.Max(chloride, Moles("SO4 2-")) ? LiquorKind.Nitrate
            : Moles("SO4 2-") > chloride ? LiquorKind.Sulphate
            : LiquorKind.Chloride;
    }
}
