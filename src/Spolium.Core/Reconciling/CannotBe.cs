using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Solutions;

namespace Spolium.Core.Reconciling;

/// <summary>
/// Numbers that cannot be, told when they are typed and before any statistics: why, the likeliest slip, and the value that would agree.
/// What only breaks a balance may be kept with a reason.
/// </summary>
public static class CannotBe
{
    // A ceiling holds with three standard uncertainties to spare.
    private const double Spare = 3;

    // What dissolved salts may raise a boiling point by beyond the acid's own, K.
    private static readonly double SaltsRaiseK = Constants.Get("salts-raise-boiling").Likely;
    private const double WaterBoilsC = 100;

    // A liquor is read warm more often than cold.
    private static readonly double UsuallyC = Constants.Get("liquor-read-at").Likely;
    private static readonly double UsuallyWithinK = Constants.Get("liquor-read-within").Likely;

    // What a measuring vessel and unmeasured rinses may add to a volume.
    private static readonly double VolumeSpare = Constants.Get("volume-to-spare").Likely;

    /// <summary>A weighed holding of a step: not heavier than the metal and the reagents that went in allow.</summary>
    /// <param name="step">As it stands: what was logged, and nothing more to come.</param>
    /// <param name="fineness">Of a product that was assayed, as a fraction.</param>
    /// <param name="feedG">All that went into the batch, g, for its product; null for what stands between.</param>
    /// <param name="fed">What went into the batch: a salt is bounded by the metal of that, not by how much a plan let fall.</param>
    public static FieldError? Weighed(
        PlannedStep step,
        Output holding,
        TypedNumber mass,
        SlipClues clues,
        TypedNumber? fineness = null,
        double? feedG = null,
        Charge? fed = null
    )
    {
        if (Ceiling(step, holding, fineness?.Value, fed) is not { } ceiling || mass.Value - Spare * mass.Sigma <= ceiling.Most)
            return null;
        var excess = mass.Value - ceiling.Most;
        var expected = holding.Charge.AllSolids();
        var reason =
            $"{QuantityParser.InWords(mass)} is more than went in: {ceiling.Why} allows "
            + $"{FigureText.Number(ceiling.Most, Digits(ceiling.Most))} g at most";
        var wet =
            excess < ceiling.Most
                ? $"if it was wet or held salts, {FigureText.Number(excess, Digits(excess))} g of it is water or salt: dry it until it "
                    + "weighs the same twice; "
                : "";
        return Told(
            "mass",
            reason,
            wet + Denominator(mass.Value, feedG, ceiling.Most),
            mass,
            v => v <= ceiling.Most,
            expected.Likely,
            Math.Max(expected.Amount.Sigma, 0.02 * expected.Likely),
            clues
        );
    }

    /// <summary>How many times too heavy a holding is: the lightest that it can have been, over the most that its step allows. 0 where
    /// nothing bounds it.</summary>
    public static double TimesTooHeavy(PlannedStep step, Output holding, TypedNumber mass, TypedNumber? fineness) =>
        Ceiling(step, holding, fineness?.Value) is { } ceiling ? (mass.Value - Spare * mass.Sigma) / ceiling.Most : 0;

    // A yield told of all that went in looks possible where one of the metal does not; and product over feed is the least that the feed
    // held.
    private static string Denominator(double massG, double? feedG, double mostG) =>
        feedG is not { } feed || massG > feed
            ? ""
            : $"it is {FigureText.Number(100 * massG / feed, 1)} % of all that went in, and {FigureText.Number(100 * massG / mostG, 0)} "
                + "% of the most that its metal allows: a yield is of the metal, and if this is pure the feed held at least "
                + $"{FigureText.Number(100 * massG / feed, 1)} %: what was it taken to be? ";

    /// <summary>Grams that a holding can weigh at most, and by what: by each element that all of its solids hold, with what went in of
    /// it.</summary>
    internal static (double Most, string Why)? Ceiling(PlannedStep step, Output holding, double? fineness, Charge? fed = null)
    {
        var solids = holding.Charge.Substances.Where(s => s.Phase == Phase.Solid).Select(s => s.Parse()).ToList();
        var salt = holding.Charge.Substances.Where(s => s.Phase == Phase.Solid).All(s => !Species.IsElement(s));
        if (solids.Count == 0)
            return null;
        (double Most, string Why)? least = null;
        foreach (var element in solids[0].Atoms.Keys.Where(e => e is not ("H" or "O") && solids.All(f => f.Atoms.ContainsKey(e))))
        {
            // What a salt holds beside its metal came out of bottles.
            if (salt && fed is not null && MetalInAcid.Find(element, true) is null)
                continue;
            // Whatever went in stands in one of the outputs or left as gas: what left cannot be in the holding.
            var there = Working.Sum(step.Plan.Outputs.Select(o => o.Charge.Element(element)), Dimension.Mass);
            var share = solids.Min(f => f.Atoms[element].ToDouble() * Elements.Of(element).Weight / f.MolarMass) * (fineness ?? 1);
            var most = Math.Max(Most(there), salt && fed is not null ? Most(fed.Element(element)) : 0) / share;
            if (least is null || most < least.Value.Most)
                least = (most, $"the {Elements.Of(element).Name} that went in");
        }
        // Solids of many kinds have no element in common: they weigh no more than all solids that were in the step.
        if (least is null)
        {
            var most = Math.Max(
                Most(Working.Sum(step.Plan.Outputs.Select(o => o.Charge.AllSolids()), Dimension.Mass)),
                SolidsAtMost(step.Input, step.Plan.Doses.Where(d => !d.Bottle.IsLiquid).Select(d => d.Grams))
            );
            least = (most, "what went in as a solid");
        }
        return least.Value.Most > 0 ? least : null;
    }

    /// <summary>Grams that the solids of a charge and what is poured onto them can weigh at most.</summary>
    public static double SolidsAtMost(Charge charge, IEnumerable<Working> poured) =>
        Most(charge.AllSolids() + Working.Sum(poured, Dimension.Mass));

    private static double Most(Working w) => Math.Max(w.Likely + Spare * w.Amount.Sigma, w.Range.High);

    /// <summary>A temperature above the boiling point of the step's own liquor, or far below freezing.</summary>
    public static FieldError? Temperature(PlannedStep step, TypedNumber value)
    {
        var liquor = step.Plan.Outputs.Any(o => o.Charge.Of(Species.Water).Likely > 0);
        if (!liquor && step.Plan.Doses.All(d => !d.Bottle.IsLiquid))
            return null;
        var acids = step
            .Plan.Doses.SelectMany(d => d.Bottle.RealBottles())
            .Select(b => b.Formula)
            .Where(f => Impossible.HottestC(f) is not null)
            .Distinct()
            .ToList();
        var hottest = acids.Select(f => Impossible.HottestC(f)!.Value).Append(WaterBoilsC).Max() + SaltsRaiseK;
        if (value.Value <= hottest && value.Value >= -30)
            return null;
        var reason =
            value.Value > hottest
                ? $"{QuantityParser.InWords(value)} is hotter than this liquor can be: it boils at {FigureText.Number(hottest, 0)} °C "
                    + "at most"
                : $"{QuantityParser.InWords(value)} is colder than any liquor here";
        return Told("value", reason, "", value, v => v <= hottest && v >= 0, UsuallyC, UsuallyWithinK);
    }

    /// <summary>A pH beyond any acid or caustic.</summary>
    public static FieldError? Acidity(TypedNumber value) =>
        value.Value is >= -1 and <= 15
            ? null
            : Told(
                "value",
                $"pH {value.Text} cannot be: strong acids reach −1, strong caustic 15",
                "",
                value,
                v => v is >= 0 and <= 14,
                7,
                5
            );

    /// <summary>More metal left than there was.</summary>
    public static FieldError? MetalLeft(PlannedStep step, TypedNumber value) =>
        step.Input.AllSolids() is var solids && value.Value <= solids.Range.High
            ? null
            : Told(
                "value",
                $"{QuantityParser.InWords(value)} is more than the {FigureText.ValueOnly(solids)} that went in",
                "",
                value,
                v => v <= solids.Range.High,
                solids.Likely / 2,
                solids.Likely / 2
            );

    /// <summary>A volume above all that was poured and rinsed into the step.</summary>
    public static FieldError? Volume(PlannedStep step, TypedNumber value, Draws draws)
    {
        var there = Working.Sum(
            step.Plan.Outputs.Where(o => o.Charge.Of(Species.Water).Likely > 0).Select(o => o.Charge.LiquorVolume(draws)),
            Dimension.Volume
        );
        var most = VolumeSpare * (there.Likely + Spare * there.Amount.Sigma);
        return most <= 0 || value.Value <= most
            ? null
            : Told(
                "value",
                $"{QuantityParser.InWords(value)} is more than was poured and rinsed: {FigureText.Number(most, 0)} mL at most",
                "was a rinse not written down? ",
                value,
                v => v <= most,
                there.Likely,
                Math.Max(0.1 * there.Likely, there.Amount.Sigma)
            );
    }

    /// <summary>More of a metal in a liquor than went into its step, even at the low end of its test.</summary>
    public static FieldError? Dissolved(PlannedStep step, LiquorBracket test)
    {
        var most = Most(Working.Sum(step.Plan.Outputs.Select(o => o.Charge.Element(test.Element)), Dimension.Mass));
        var perLitre = most / test.Volume.Value * 1000;
        return test.Low.Value <= perLitre
            ? null
            : Told(
                "low",
                $"{FigureText.Number(test.Low.Value * test.Volume.Value / 1000, 3)} g of {Elements.Of(test.Element).Name} is more than "
                    + $"went into the step: {FigureText.Number(most, 3)} g at most",
                "milligrams per litre are mg/L; ",
                test.Low,
                v => v <= perLitre,
                perLitre / 2,
                perLitre
            );
    }

    /// <summary>A pour that is more than its dose may want.</summary>
    /// <param name="sofarG">Poured already.</param>
    /// <param name="mostG">All that it may want, with what is asked about to spare.</param>
    /// <param name="nextG">The next portion as planned.</param>
    public static FieldError Poured(
        TypedNumber amount,
        Bottle bottle,
        double gramsPerUnit,
        double sofarG,
        double mostG,
        double usualG,
        double nextG,
        SlipClues clues
    )
    {
        var grams = amount.Value * gramsPerUnit;
        string Said(double g) => bottle.DensityGPerMl is { } d ? $"{FigureText.Rough(g / d, 3)} mL" : $"{FigureText.Rough(g, 3)} g";
        // Several portions may be poured at once, up to all that is left.
        return Told(
            "amount",
            $"with this, {Said(sofarG + grams)} would be poured; all that this dose may want is {Said(usualG)}",
            "",
            amount,
            v => sofarG + v * gramsPerUnit <= mostG && v * gramsPerUnit >= nextG / 2,
            nextG / gramsPerUnit,
            Math.Max(0.5 * nextG, (mostG - sofarG) / Spare) / gramsPerUnit,
            clues
        );
    }

    /// <summary>A holding that is measured again, or comes back, with more metal than it can have.</summary>
    public static FieldError? MoreThan(string field, TypedNumber mass, double mostG, string of, SlipClues clues) =>
        mass.Value - Spare * mass.Sigma <= mostG
            ? null
            : Told(
                field,
                $"{QuantityParser.InWords(mass)} is more than {of}: {FigureText.Number(mostG, Digits(mostG))} g at most",
                "was the vessel weighed with it? ",
                mass,
                v => v <= mostG,
                mostG,
                0.2 * mostG,
                clues
            );

    /// <summary>What stood near a weighing: the tares of the shop's vessels, the step of its balance.</summary>
    public static SlipClues Clues(Journal.State state, TypedNumber typed, double balanceStepG) =>
        BatchFlows.Clues(typed, BatchFlows.Tares(state), balanceStepG);

    /// <summary>The same of a number that no bench balance need have shown; null where it was not typed as it stands.</summary>
    public static SlipClues? Near(Journal.State state, TypedNumber typed) =>
        typed.Gross ? null
        : typed.Field == Field.Mass ? LikeliestSlip.Plain(typed) with { TaresG = BatchFlows.Tares(state) }
        : LikeliestSlip.Plain(typed);

    private static FieldError Told(
        string field,
        string reason,
        string also,
        TypedNumber typed,
        Func<double, bool> possible,
        double expected,
        double sigma,
        SlipClues? clues = null
    )
    {
        var told = LikeliestSlip.Told(
            new(field, reason, also + "if it is as written, say why"),
            typed,
            possible,
            expected,
            Math.Max(1e-9, sigma),
            clues
        );
        return told.Becomes is null ? told with { WayOut = also + "check the number and its unit; if it is so, say why" } : told;
    }

    private static int Digits(double grams) =>
        grams < 10 ? 2
        : grams < 1000 ? 1
        : 0;
}
