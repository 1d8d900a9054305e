namespace Spolium.Core.Methods;

/// <summary>
/// Lays what was poured over what was planned. A dose that ends by a sign follows the need of each world; a dose that is
/// decided beforehand is one number in all worlds. What was logged replaces what was planned.
/// </summary>
public static class DosePlan
{
    /// <summary>Grams logged for a dose; what was measured by spoon or cup keeps its own uncertainty, and so does the bottle's
    /// strength.</summary>
    public static Working Logged(string doseId, Facts facts) => Logged(facts.Of(doseId));

    /// <summary>Grams of so many pours.</summary>
    public static Working Logged(IReadOnlyList<Pour> poured)
    {
        var amount = poured
            .Where(p => p.SigmaG > 0)
            .Aggregate(Amount.Certain(poured.Where(p => p.SigmaG == 0).Sum(p => p.Grams)), (sum, p) =>
                sum + new Draws("pour " + p.EntryId).Reading("grams", p.Grams, p.SigmaG)
            );
        return Working.Given(
            amount,
            Dimension.Mass,
            "poured so far",
            poured.Count == 1 ? "1 portion logged" : $"{poured.Count} portions logged"
        );
    }

    /// <summary>Grams of a dose that ends by a sign: what was poured, and what each world still wants unless the dose has ended.</summary>
    public static Working BySign(string doseId, Working need, Facts facts, bool ended)
    {
        if (facts.Of(doseId).Count == 0 && !ended)
            return need;
        var logged = Logged(doseId, facts);
        return ended ? logged : Working.Greatest(logged, need);
    }

    /// <summary>A dose decided at the likely need and poured in one go (or what was logged instead).</summary>
    /// <param name="least">Grams from the bottle that can be measured: less is raised to it, and what that is too much is carried
    /// on.</param>
    public static Dose Decided(
        string id,
        string title,
        Bottle bottle,
        Working need,
        Working leastNeed,
        Facts facts,
        string how,
        double least = 0
    )
    {
        var poured = facts.Of(id);
        var raised = need.Likely > 0 && need.Likely < least;
        var decided = Working.Reckoned(
            Amount.Certain(raised ? least : Rounded(need.Likely, bottle)),
            Dimension.Mass,
            $"{title}, decided",
            [need.Named($"{title}, reckoned")],
            null,
            raised ? "the least that can be measured" : "the likely need, poured in one go"
        );
        var sofar = poured.Sum(p => p.Grams);
        var done = facts.Closed || sofar >= 0.98 * decided.Likely || (sofar > 0 && decided.Likely - sofar < least / 2);
        var grams =
            poured.Count > 0 || facts.Closed
                ? done
                    ? Logged(id, facts)
                    : Working.Greatest(Logged(id, facts), decided)
                : decided;
        var isShort = (leastNeed.Amount - grams.Amount).ShareWhere(x => x > 1e-9);
        return new(id, title, bottle, grams, bottle.Volume(grams), Ladder.Once(bottle, decided.Likely, poured, done), isShort, how);
    }

    // Two digits of a volume and three of a weight can be measured out; the rest would be show.
    private static double Rounded(double grams, Bottle bottle)
    {
        if (grams <= 0)
            return 0;
        var size = bottle.DensityGPerMl is { } d ? grams / d : grams;
        var step = Math.Pow(10, Math.Floor(Math.Log10(size)) - (bottle.IsLiquid ? 1 : 2));
        var rounded = Math.Ceiling(size / step - 1e-9) * step;
        return bottle.DensityGPerMl is { } density ? rounded * density : rounded;
    }

    /// <summary>Pours a dose into a charge.</summary>
    public static Charge Pour(this Charge charge, Dose dose, Draws draws) => dose.Bottle.PourInto(charge, dose.Grams, draws);
}
