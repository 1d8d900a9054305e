namespace Spolium.Core.Methods;

/// <summary>What comes of the work: vessel, portions, warming, cautions of its gases, the plan.</summary>
internal sealed partial class StepWork
{
    /// <summary>Vessel and portions for what is in it.</summary>
    public Portions Size(string foam) => Once(ref sized, (foam, atOnce, gases.Count, heats.Count, Full: fullest ?? Vessel), SizeOf);

    private Portions SizeOf((string Foam, Working? AtOnce, int Gases, int Heats, Charge Full) by)
    {
        var gas =
            gases.Count == 0 ? Working.Zero(Dimension.Volume) : Working.Sum(gases.Select(g => g.Made), Dimension.Volume).Named("gas made");
        return Portions.For(
            by.Foam,
            gas,
            Warming() ?? Working.Zero(Dimension.Temperature),
            atOnce ?? by.Full.LiquorVolume(draws),
            shop.Vessels,
            draws
        );
    }

    /// <summary>K by which the heat would warm it if none were lost; null where the heat is not known.</summary>
    public Working? Warming() =>
        Once(ref warmed, (heats.Count, Full: fullest ?? Vessel), by => HeatOfStep() is { } heat ? Heat.Warming(heat, by.Full) : null);

    private Working? HeatOfStep() => Once(ref heated, heats.Count, n => n == 0 ? null : Heat.Sum(heats, "heat of the step"));

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
                ? (portions?.Count ?? Working.Exact(1)) * draws.Prior(hours)
                : Working.Zero(Dimension.Time);
        return new(
            method.Id,
            method.Version,
            method.Title,
            method.Verb,
            method.Stage,
            instruction,
            [],
            [.. doses.Select(d => d.Ready ?? Ready(signed.First(s => s.Id == d.Id), portions?.Whole ?? 1))],
            portions?.Vessel,
            signed.Count > 0 ? portions?.Count : null,
            gases,
            HeatOfStep(),
            conditions,
            signs,
            signFirst && signs.Count > 0,
            Working
                .Sum([draws.Prior("set-up"), rungs, handsOn ?? Working.Zero(Dimension.Time)], Dimension.Time)
                .Named("hours with hands on"),
            unattended.Named("hours by itself"),
            outputs,
            gasGone,
            figures,
            [.. GasCautions().Concat(cautions).DistinctBy(c => c.Text)],
            nightStop,
            ifFoams,
            [.. equations.DistinctBy(e => e.Equation.ToString())]
        )
        {
            Warming = Warming(),
            HottestC = method.Card.HottestC,
            GassesFor = Foaming.Of(foam).Tau.Likely,
            LearnsFrom =
            [
                .. signed.Where(s => s.BySigns && facts.Of(s.Id).Count > 0).Select(s => new LearnedFrom(s.Id, s.Need, facts.Of(s.Id))),
            ],
        };
    }

    private Dose Ready(Signed s, int portions) =>
        new(
            s.Id,
            s.Title,
            s.Bottle,
            s.Poured.Named($"{s.Bottle.Name} from the bottle"),
            s.Bottle.Volume(s.Poured),
            Ladder.Build(s.Bottle, s.Low, s.High, portions, shop.BalanceStepG, facts.Of(s.Id), s.Ended),
            null,
            s.How
        )
        {
            Apart = s.Apart,
        };

    private IEnumerable<Caution> GasCautions()
    {
        var made = gases.Where(g => g.Made.Range.High > 1).Select(g => GasHazard.Of(g.Formula)).ToList();
        foreach (var gas in made.Where(g => g.Caution.Length > 0))
            yield return new(gas.ActsLate ? CautionLevel.Stop : CautionLevel.Look, gas.Caution);
        if (made.Any(g => g.ActsLate))
            yield return new(CautionLevel.Look, GasHazard.ActsLateLine);
        if (Warming() is { } warming && warming.Likely > Reference.Constants.Get("dilution-ice-above").Likely)
            yield return new(
                CautionLevel.Look,
                $"It would warm by {FigureText.ValueOnly(warming)} if no heat were lost: in portions, with a cold bath beside it."
            );
    }
}
