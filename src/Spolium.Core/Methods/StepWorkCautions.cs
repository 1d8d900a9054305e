namespace Spolium.Core.Methods;

/// <summary>What gas, heat, foam and fume ask for: told of every step by what it makes, and by no method for itself.</summary>
internal sealed partial class StepWork
{
    // So much gas, mL, is smelt or lifts a lid.
    private const double ALittle = 1;

    private IEnumerable<Caution> Dangers(Portions? portions)
    {
        var bottles = doses.Select(d => d.Ready?.Bottle ?? signed.First(s => s.Id == d.Id).Bottle).ToList();
        var made = gases.Where(g => g.Made.Range.High > ALittle).Select(g => GasHazard.Of(g.Formula)).ToList();
        foreach (var gas in made.Where(g => g.Caution.Length > 0))
            yield return new(gas.ActsLate ? CautionLevel.Stop : CautionLevel.Look, gas.Caution);
        if (made.Any(g => g.ActsLate))
            yield return new(CautionLevel.Look, GasHazard.ActsLateLine);
        if (made.Any(g => g.Formula == "H2") && made.Any(g => g.Formula is "Cl2" or "NOCl"))
            yield return new(CautionLevel.Stop, "Hydrogen and chlorine together explode by light: wide open, outdoors, out of the sun.");
        if (made.Count > 0 || bottles.Any(b => b.Formula == "H2O2"))
            yield return new(CautionLevel.Stop, "Never a tight lid: gas comes off.");
        if (portions is not null && portions.ByDose.Values.Any(d => d.Foams))
            yield return new(CautionLevel.Look, "Foams up at once: small portions, a tall vessel, a tray under it.");
        if (Warming() is { } warming && warming.Likely > Constants.Get("portion-warming").Likely)
            yield return new(
                CautionLevel.Look,
                $"It would warm by {FigureText.ValueOnly(warming)} if no heat were lost: "
                    + (PouredAtOnce ? "cold to begin with, and a cold bath beside it." : "in portions, with a cold bath beside it.")
            );
        if (bottles.Any(IsOil))
            yield return new(CautionLevel.Stop, "Acid into water, never water into the acid: it boils and spatters.");
        if (method.Stage is Stage.Strip or Stage.Dissolve)
            foreach (var unsure in Unsure())
                yield return unsure;
        if (Fumes() is { } fume && made.All(g => g.Caution != fume))
            yield return new(CautionLevel.Look, fume);
    }

    // What a liquid does not reach, and metal that nobody has named.
    private IEnumerable<Caution> Unsure()
    {
        if (cameIn.Marks.Contains(UnnamedAndLocked.UnknownMetal))
            yield return new(
                CautionLevel.Look,
                "Metal of unknown kind is in it, counted as copper, at the worst as aluminium: a magnet, a file and a drop of acid, its "
                    + "density or an X-ray outside would narrow acid and gas."
            );
        if (cameIn.Grams(Iron).Likely > SomeIron * cameIn.AllSolids().Likely)
            yield return new(
                CautionLevel.Look,
                "Stainless clasps and spring steel dissolve slowly or not at all, and not each answers a magnet: pick them out."
            );
        var locked = cameIn
            .Substances.Where(s => s.Locked)
            .Select(s => $"{FigureText.ValueOnly(cameIn.Grams(s))} {Elements.Of(s.Formula).Name}")
            .ToList();
        if (locked.Count > 0)
            yield return new(
                CautionLevel.Look,
                string.Join(", ", locked)
                    + " inside moulded parts, where no liquid reaches: ash it or mill it first, or it stays in the residue."
            );
    }

    private static readonly Species Iron = new("Fe", Phase.Solid);
    private const double SomeIron = 0.02;

    private static bool IsOil(Bottle bottle) =>
        bottle.Formula == "H2SO4" && bottle.Strength.Percent >= 100 * Constants.Get("acid-into-water-above").Likely;

    // Hydrochloric acid and ammonia fume by their strength, the sooner the hotter it comes to.
    private string? Fumes()
    {
        var vessel = fullest ?? Vessel;
        var mass = vessel.Mass().Likely;
        if (mass <= 0 || vessel.Of(Species.Water).Likely <= 0)
            return null;
        var most = Constants.Get(HottestC > HotC ? "fumes-hot-above" : "fumes-above").Likely;
        var acid = Math.Min(vessel.Of(Species.Proton).Likely, vessel.Of(Species.Chloride).Likely) * Molar.Mass("HCl").Likely;
        var ammonia = vessel.Of(new("NH3", Phase.Aqueous)).Likely * Molar.Mass("NH3").Likely;
        return acid > most * mass ? GasHazard.Of("HCl").Caution
            : ammonia > most * mass ? GasHazard.Of("NH3").Caution
            : null;
    }

    private const double HotC = 50;
}
