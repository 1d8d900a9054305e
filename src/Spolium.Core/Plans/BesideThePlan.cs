using Spolium.Core.Methods;
using Spolium.Core.Vessels;

namespace Spolium.Core.Plans;

/// <summary>
/// What happened at an open vessel beside the plan, laid over what went in: what was added counts as if it had been there, what left is not
/// there any more, neither of what went in nor of what had been poured by then. The method then plans from what is really there.
/// </summary>
public sealed class BesideThePlan
{
    public const string Spilt = "spilt";
    public const string Sample = "sample";
    public const string Clung = "clung";

    /// <summary>What left the vessel, among the holdings of a step.</summary>
    public static bool Left(string output) => output is Spilt or Sample or Clung;

    private readonly Shop shop;
    private readonly Draws draws;
    private readonly string stepId;
    private readonly Facts logged;
    private readonly Dictionary<string, double> stays = [];
    private readonly SortedDictionary<string, Charge> gone = new(StringComparer.Ordinal);

    private BesideThePlan(string stepId, Charge input, Facts logged, Shop shop, Draws draws)
    {
        (this.stepId, this.logged, this.shop, this.draws) = (stepId, logged, shop, draws);
        Input = input;
        foreach (var beside in logged.Beside)
            Apply(beside);
        Facts = logged.Beside.Any(b => b.Body.Gone is not null)
            ? logged with
            {
                Pours = [.. logged.Pours.Select(p => Scaled(p, stays.GetValueOrDefault(p.EntryId, 1)))],
            }
            : logged;
    }

    /// <summary>Null where nothing happened.</summary>
    public static BesideThePlan? Of(string stepId, Charge input, Facts logged, Shop shop, Draws draws) =>
        logged.Beside.Count == 0 ? null : new(stepId, input, logged, shop, draws);

    /// <summary>What the step works on.</summary>
    public Charge Input { get; private set; }

    /// <summary>What was logged, each pour with what of it is still there.</summary>
    public Facts Facts { get; }

    private static Pour Scaled(Pour pour, double share) =>
        share == 1 ? pour : pour with { Grams = pour.Grams * share, SigmaG = pour.SigmaG * share };

    private void Apply(Beside beside)
    {
        var body = beside.Body;
        if (body.Poured is { } poured)
            Add(beside.EntryId, poured);
        if (body.Gone is { } part && body.What != Happening.BoiledAway)
            Lose(
                beside,
                part,
                body.What switch
                {
                    Happening.Spilt => Spilt,
                    Happening.Sampled => Sample,
                    _ => Clung,
                }
            );
    }

    /// <summary>The bottle of a pour, as it was then.</summary>
    public static Bottle BottleOf(FreePour poured) =>
        poured.Formula == "H2O"
            ? Shop.Water with
            {
                ChloridePpm = poured.Pour.ChloridePpm,
            }
            : new(
                poured.Pour.BottleId,
                poured.Pour.BottleId,
                poured.Formula,
                new(poured.Pour.Strength),
                poured.Pour.DensityGPerMl,
                poured.Pour.PlusMinus,
                "as it was when it was poured"
            );

    private void Add(string entryId, FreePour poured)
    {
        var grams = Working.Given(
            poured.Pour.SigmaG > 0
                ? new Draws("pour " + entryId).Reading("grams", poured.Pour.Grams, poured.Pour.SigmaG)
                : Amount.Certain(poured.Pour.Grams),
            Dimension.Mass,
            $"poured beside the plan from {poured.Pour.BottleId}",
            poured.Pour.Amount.Text
        );
        Input = Settling.Settle(BottleOf(poured).Brings(), BottleOf(poured).PourInto(Input, grams, draws));
    }

    /// <summary>What stood over the vessel, each by the share of all pours under it; empty where it never changed.</summary>
    /// <param name="chosen">What stood there first.</param>
    public IReadOnlyList<(string Cover, double Share)> Covers(string chosen)
    {
        var changes = logged.Beside.Where(b => b.Body.What == Happening.Covered).ToList();
        if (changes.Count == 0)
            return [];
        var all = logged.Pours.Sum(p => p.Grams);
        double Before(Beside change) => all > 0 ? logged.Pours.Where(p => p.OccurredAt <= change.At).Sum(p => p.Grams) / all : 0;
        var from = changes.Select(Before).Prepend(0).ToList();
        return
        [
            .. changes
                .Select(c => c.Body.Into!)
                .Prepend(chosen)
                .Select((cover, i) => (cover, (i + 1 < from.Count ? from[i + 1] : 1) - from[i]))
                .Where(c => c.Item2 > 0),
        ];
    }

    // A share of the liquid, with the metal that was in it then; of what lies at the bottom only where all of it was moved.
    private void Lose(Beside beside, PartGone part, string into)
    {
        var share = Working.Given(
            Amount.Least(draws.Reading("share gone " + beside.EntryId, part.Share, part.Sigma), Amount.Certain(1)),
            Dimension.None,
            "share of the liquid that left",
            part.Amount?.Text ?? "what clings to a vessel"
        );
        var metals = part
            .Holds.Where(h => h.Grams > 0)
            .ToDictionary(
                h => h.Element,
                h =>
                    Working.Share(
                        Working.Least(
                            Working.Given(
                                draws.Reading($"gone {beside.EntryId} {h.Element}", h.Grams, h.Sigma),
                                Dimension.Mass,
                                $"{Elements.Of(h.Element).Name} that left",
                                "reckoned when it happened"
                            ),
                            Input.Element(h.Element)
                        ),
                        Input.Element(h.Element)
                    )
            );
        var (left, stayed) = Input.Split(
            s =>
                s.Parse().Atoms.Keys.Where(metals.ContainsKey).Select(e => metals[e]).FirstOrDefault()
                ?? (part.WithSolids || s.Phase != Phase.Solid && !HoldsBooked(s) ? share : null),
            part.WithSolids ? share : null
        );
        Input = stayed;
        var of = gone.GetValueOrDefault(into) ?? Charge.Empty;
        gone[into] = logged.Pours.Where(p => p.OccurredAt <= beside.At).Aggregate(of.Plus(left), (c, p) => c.Plus(PourLost(p, part.Share)));
    }

    // What holds a metal goes with that metal: of what nothing was dissolved nothing left.
    private static bool HoldsBooked(Species s) => s.Parse().Atoms.Keys.Any(e => MetalInAcid.Find(e, true) is not null);

    private Charge PourLost(Pour pour, double share)
    {
        var there = stays.GetValueOrDefault(pour.EntryId, 1);
        if (shop.AsPoured(pour) is not { } bottle)
            return Charge.Empty;
        stays[pour.EntryId] = there * (1 - share);
        return bottle.PourInto(Charge.Empty, DosePlan.Logged([Scaled(pour, there * share)]), draws);
    }

    /// <summary>The plan as the person reads it: pours as they were poured, what left among the holdings, the vessel that it stands in
    /// now.</summary>
    public StepPlan Laid(StepPlan plan)
    {
        var (boiled, outputs) = BoilAway([.. plan.Outputs]);
        return plan with
        {
            Doses = [.. plan.Doses.Select(Whole)],
            Outputs = [.. outputs, .. gone.Select(g => new Output(g.Key, NameOf(g.Key), false, g.Value))],
            GasGone = plan.GasGone.Plus(boiled),
            Vessel = plan.Vessel is { } need && Into() is { } vessel ? need with { Vessel = vessel } : plan.Vessel,
        };
    }

    private static string NameOf(string id) =>
        id switch
        {
            Spilt => "what was spilt",
            Sample => "what was taken out to look at",
            _ => "what clings to the vessel before",
        };

    private Vessel? Into() =>
        logged.Beside.LastOrDefault(b => b.Body.What == Happening.Moved)?.Body.Into is { } id
            ? Vessel.All.FirstOrDefault(v => v.Id == id)
            : null;

    private Dose Whole(Dose dose)
    {
        var lost = logged.Of(dose.Id).Where(p => stays.ContainsKey(p.EntryId)).ToList();
        return lost.Count == 0
            ? dose
            : dose with
            {
                Grams =
                    dose.Grams + DosePlan.Logged([.. lost.Select(p => Scaled(p, 1 - stays[p.EntryId]))]).Named("poured, and gone since"),
                Rungs =
                [
                    .. dose.Rungs.Select(r =>
                        r.Poured is { } id && stays.TryGetValue(id, out var there) && there > 0
                            ? r with
                            {
                                Grams = r.Grams / there,
                                Millilitres = r.Millilitres / there,
                            }
                            : r
                    ),
                ],
            };
    }

    // Water that went off, of the holding that has most of it.
    private (Charge Gone, List<Output> Outputs) BoilAway(List<Output> outputs)
    {
        var off = Charge.Empty;
        foreach (var beside in logged.Beside.Where(b => b.Body is { What: Happening.BoiledAway, Gone: not null }))
        {
            var at = outputs.FindIndex(o => o == outputs.MaxBy(x => x.Charge.Of(Species.Water).Likely));
            var share = Working.Given(
                Amount.Least(draws.Reading("boiled " + beside.EntryId, beside.Body.Gone!.Share, beside.Body.Gone.Sigma), Amount.Certain(1)),
                Dimension.None,
                "share of the water that boiled away",
                beside.Body.Gone.Amount?.Text ?? ""
            );
            var (water, left) = outputs[at].Charge.Split(s => s == Species.Water ? share : null);
            off = off.Plus(water);
            outputs[at] = outputs[at] with { Charge = left };
        }
        return (off, outputs);
    }

    /// <summary>What was poured into the vessel so far, by dose and beside the plan, as if nothing had reacted.</summary>
    public static Charge InVessel(PlannedStep step, Draws draws) =>
        step
            .Plan.Doses.Where(d => !d.Apart)
            .Aggregate(step.Input, (c, d) =>
                step.Facts.Of(d.Id).Count == 0 ? c : d.Bottle.PourInto(c, DosePlan.Logged(d.Id, step.Facts), draws)
            );
}
