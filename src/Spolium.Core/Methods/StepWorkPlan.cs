namespace Spolium.Core.Methods;

/// <summary>What comes of the work: vessel, portions, warming, cautions of its gases, the plan.</summary>
internal sealed partial class StepWork
{
    /// <summary>Vessel and portions for what is in it.</summary>
    public Portions Size(string foam) => Once(ref sized, (foam, atOnce, gases.Count, heats.Count, Full: fullest ?? Vessel), SizeOf);

    private Portions SizeOf((string Foam, Working? AtOnce, int Gases, int Heats, Charge Full) by) =>
        Portions.For(
            by.Foam,
            Makes(),
            Pieces.Room(by.Full, atOnce ?? by.Full.LiquorVolume(draws), draws),
            shop.Vessels,
            draws,
            FoamSeen(),
            PouredAtOnce
        );

    /// <summary>K by which the heat would warm it if none were lost; null where the heat is not known.</summary>
    public Working? Warming() =>
        Once(ref warmed, (heats.Count, Full: fullest ?? Vessel), by =>
            !method.Card.BoilsOrCools && !washedThrough && Holds(by.Full) && HeatOfStep() is { } heat
                ? Heat.Warming(heat, by.Full, draws)
                : null
        );

    private Working? HeatOfStep() =>
        Once(ref heated, heats.Count, n =>
            n == 0 && thinnings is null
                ? null
                : Heat.Sum(heats.Append(thinnings).Append(FreedMeanwhile()).Where((h, i) => i < n || h is not null), "heat of the step")
        );

    // Asked for several times of one plan: reckoned anew only when something was poured or reacted since.
    private ((string Foam, Working? AtOnce, int Gases, int Heats, Charge Full) By, Portions Value)? sized;
    private ((int Heats, Charge Full) By, Working? Value)? warmed;
    private (int By, Working? Value)? heated;

    private static T Once<TBy, T>(ref (TBy By, T Value)? known, TBy by, Func<TBy, T> reckon)
    {
        if (known is { } k && EqualityComparer<TBy>.Default.Equals(k.By, by))
            return k.Value;
        var value = reckon(by);
        known = (by, value);
        return value;
    }

    /// <summary>The plan of the step.</summary>
    /// <param name="foam">Row of foam.csv: how it foams and how full a vessel may be.</param>
    /// <param name="unattended">Hours by itself.</param>
    /// <param name="handsOn">Further hours with hands on.</param>
    /// <param name="portioned">False where it is poured in one go after all.</param>
    public StepPlan Plan(
        string instruction,
        string foam,
        Working unattended,
        IReadOnlyList<Output> outputs,
        IReadOnlyList<EndSign> signs,
        IReadOnlyList<Working> figures,
        IReadOnlyList<string> conditions,
        IReadOnlyList<Caution> cautions,
        string nightStop,
        string ifFoams = "",
        Working? handsOn = null,
        bool signFirst = true,
        bool portioned = true
    )
    {
        var portions = atOnce is not null || (fullest ?? Vessel).Of(Species.Water).Likely > 0 ? Size(foam) : null;
        var rungs =
            portioned && method.Card.PortionHours is { } hours
                ? Working.Exact(portions?.Rungs ?? 1, null) * draws.Prior(hours)
                : Working.Zero(Dimension.Time);
        var plan = new StepPlan(
            method.Id,
            method.Version,
            method.Title,
            method.Verb,
            method.Stage,
            instruction,
            [],
            [.. doses.Select(d => d.Ready is { } dose ? Laddered(dose, portions) : Ready(signed.First(s => s.Id == d.Id), portions))],
            portions?.Vessel,
            signed.Count > 0 ? portions?.Count : null,
            gases,
            HeatOfStep(),
            conditions,
            signs,
            signFirst && signs.Count > 0,
            Paces.By(method, Attended(portions?.Vessel.SplitInto ?? 1, rungs, handsOn), draws).Named("hours with hands on"),
            Paces.By(method, unattended, draws).Named("hours by itself"),
            outputs,
            gasGone,
            figures,
            [.. Dangers(portions).Concat(cautions).DistinctBy(c => c.Text)],
            nightStop,
            ifFoams,
            [.. equations.DistinctBy(e => e.Equation.ToString())]
        )
        {
            Warming = Warming(),
            Foams = Foam(portions),
            Limited = [.. limited],
            PouredAtOnce = PouredAtOnce,
            ShowsMetalLeft = method.Card.ShowsMetalLeft,
            HottestC = HottestC,
            GassesFor = Foaming.Of(foam).Tau.Likely,
            LearnsFrom =
            [
                .. signed.Where(s => s.BySigns && facts.Of(s.Id).Count > 0).Select(s => new LearnedFrom(s.Id, s.Need, facts.Of(s.Id))),
            ],
        };
        return plan.PourBelowC is not { } below
            ? plan
            : plan with
            {
                Conditions = [.. conditions, $"a portion that warms it only below {FigureText.Number(below, 0)} °C"],
            };
    }

    // Hands grow with the work: set up once, filled so often, so many kilograms and litres through them.
    private Working Attended(int fillings, Working rungs, Working? handsOn)
    {
        var parts = new List<Working> { draws.Prior("set-up"), rungs };
        if (handsOn is not null)
            parts.Add(fillings == 1 ? handsOn : handsOn * Working.Exact(fillings, $"{fillings} fillings"));
        if (fillings > 1)
            parts.Add(draws.Prior("refill") * Working.Exact(fillings - 1, $"{fillings - 1} further fillings"));
        if (taken.AllSolids() is var solids && !Working.IsNothing(solids))
            parts.Add(draws.Prior("per-kilogram") * (solids / Kilogram));
        if (Holds(fullest ?? Vessel))
            parts.Add(draws.Prior("per-litre") * ((fullest ?? Vessel).LiquorVolume(draws) / Litre));
        return Working.Sum(parts, Dimension.Time).Named("hours with hands on");
    }

    private static readonly Working Kilogram = Working.Exact(1000, "1 kg", Dimension.Mass);
    private static readonly Working Litre = Working.Exact(1000, "1 L", Dimension.Volume);

    private Dose Ready(Signed s, Portions? portions)
    {
        var count = Portions.Of(portions, s.Id);
        var parts = portions?.Vessel.SplitInto ?? 1;
        var (rungs, goesTo) = Ladder.Build(
            s.Bottle,
            new(s.Low, s.High, s.High / parts / count.Count, parts, count.Foams),
            shop.BalanceStepG,
            facts.Of(s.Id),
            s.Ended
        );
        return new(
            s.Id,
            s.Title,
            s.Bottle,
            s.Poured.Named($"{s.Bottle.Name} from the bottle"),
            s.Bottle.Volume(s.Poured),
            rungs,
            null,
            s.How
        )
        {
            Apart = s.Apart,
            GoesTo = goesTo,
            AtOnce = count.Largest(s.High / parts, Ladder.Smallest(s.Bottle, shop.BalanceStepG)),
        };
    }

    // A dose that is decided beforehand is poured in portions too where it gasses or warms, and by vessel where the charge is parted.
    private Dose Laddered(Dose dose, Portions? portions)
    {
        var count = Portions.Of(portions, dose.Id);
        var parts = dose.Apart ? 1 : portions?.Vessel.SplitInto ?? 1;
        var decided = dose.Grams.Likely;
        dose = dose with { AtOnce = count.Largest(decided / parts, Ladder.Smallest(dose.Bottle, shop.BalanceStepG)) };
        if (count.Count == 1 && parts == 1)
            return dose;
        var (rungs, goesTo) = Ladder.Build(
            dose.Bottle,
            new(decided, decided, decided / parts / count.Count, parts, count.Foams),
            shop.BalanceStepG,
            facts.Of(dose.Id),
            dose.Rungs.All(r => r.Poured is not null)
        );
        return dose with { Rungs = rungs, GoesTo = goesTo };
    }
}
