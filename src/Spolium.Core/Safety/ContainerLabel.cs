namespace Spolium.Core.Safety;

/// <summary>What a container shows of a hazard statement.</summary>
/// <param name="Diamond">Its picture; empty where words are all.</param>
/// <param name="FromPercent">Of the substance, by mass, from which on it is shown.</param>
public sealed record HazardMark(string Code, string Diamond, double FromPercent, string Words)
{
    public static readonly IReadOnlyDictionary<string, HazardMark> ByCode = ReferenceTable
        .Read("hazard-marks.csv", r => new HazardMark(r.Text("code"), r.Text("diamond"), r.Number("from_percent"), r.Said("words")), "code")
        .ToDictionary(m => m.Code);
}

/// <summary>A substance of a container: grams of all of it, and per cent of the whole.</summary>
public sealed record LabelledSubstance(string Formula, Working Grams, Working Percent);

/// <summary>
/// What stands on a container: substances, signal word, diamonds, words. Reckoned from what is believed to be in it, at the high end of
/// every range; it classifies no mixture: who takes it away does.
/// </summary>
public sealed record ContainerLabel(
    IReadOnlyList<LabelledSubstance> Substances,
    string Signal,
    IReadOnlyList<string> Diamonds,
    IReadOnlyList<string> Says,
    IReadOnlyList<string> NoMarksFor
)
{
    private static readonly string[] Signals = ["", "warning", "danger"];

    private static readonly Species Sodium = new("Na+", Phase.Aqueous);

    private static bool IsMetal(string element) => ElementAtWork.BySymbol.GetValueOrDefault(element) is { Kind: not ElementKind.Other };

    // What is less is not listed, % by mass.
    private const double Listed = 0.01;

    public static ContainerLabel Of(Charge charge)
    {
        var whole = charge.Mass();
        var there = Parts(charge)
            .Select(s => new LabelledSubstance(
                s.Formula,
                s.Grams.Named($"{s.Formula} in it"),
                (Working.Share(s.Grams, whole) * Working.Exact(100)).Named($"{s.Formula}, per cent by mass")
            ))
            .Where(s => s.Percent.Range.High > Listed)
            .OrderByDescending(s => s.Grams.Likely)
            .ToList();
        var (signal, codes, none) = (0, new List<HazardMark>(), new List<string>());
        foreach (var s in there)
        {
            if (Hazards.Of(s.Formula, s.Percent.Range.High) is not { } marks)
            {
                // Weaker than the least strength that has a mark is no gap.
                if (!Hazards.Knows(s.Formula))
                    none.Add(s.Formula);
                continue;
            }
            var shown = marks
                .Statements.Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Select(c => HazardMark.ByCode.GetValueOrDefault(c))
                .OfType<HazardMark>()
                .Where(m => s.Percent.Range.High >= m.FromPercent)
                .ToList();
            if (shown.Count > 0)
                signal = Math.Max(signal, Array.IndexOf(Signals, marks.Signal));
            codes.AddRange(shown);
        }
        return new(
            there,
            Signals[Math.Max(0, signal)],
            [.. codes.Select(c => c.Diamond).Where(d => d.Length > 0).Distinct().Order(StringComparer.Ordinal)],
            [.. codes.DistinctBy(c => c.Words).OrderBy(c => c.Code, StringComparer.Ordinal).Select(c => c.Words)],
            none
        );
    }

    // Acid first, then every cation with what is left of the anion that there is most of; what is written as pairs is so for the eye.
    private static IEnumerable<(string Formula, Working Grams)> Parts(Charge charge)
    {
        foreach (var (species, moles) in charge.Moles)
            if (species != Species.Water && (species.Phase != Phase.Aqueous || species.Parse().Charge == 0))
                yield return (species.Formula, moles * Molar.Mass(species.Formula));
        var anion = new[] { Species.Nitrate, Species.Chloride, new Species("SO4 2-", Phase.Aqueous) }
            .OrderByDescending(a => charge.Of(a).Likely * -a.Parse().Charge)
            .First();
        foreach (var (species, moles) in charge.Moles)
        {
            if (species.Phase != Phase.Aqueous || species.Parse().Charge == 0)
                continue;
            if (species == Species.Proton)
                yield return anion.Formula switch
                {
                    "NO3-" => ("HNO3", Molar.Grams(moles, "HNO3")),
                    "Cl-" => ("HCl", Molar.Grams(moles, "HCl")),
                    _ => ("H2SO4", Molar.Grams(moles / 2, "H2SO4")),
                };
            else if (species.Parse().Charge > 0)
            {
                var salt = Materials.LiquorSalts.SaltOf(species, anion);
                yield return (salt.Formula, moles / Working.Exact(salt.Cations) * Molar.Mass(salt.Formula));
            }
            else if (species != Species.Nitrate && species != Species.Chloride && species.Formula != "SO4 2-")
            {
                // A metal in a complex goes by its acid, all else by its sodium salt.
                var salt = Materials.LiquorSalts.SaltOf(species.Parse().Atoms.Keys.Any(IsMetal) ? Species.Proton : Sodium, species);
                var formula = salt.Formula == "NaClO" ? "NaOCl" : salt.Formula;
                yield return (formula, moles / Working.Exact(salt.Anions) * Molar.Mass(formula));
            }
        }
    }
}
