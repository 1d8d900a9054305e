namespace Spolium.Core.Solutions;

/// <summary>What is said beside a strength: what a reading does not tell, what would read better, what the liquid does to people.</summary>
public static class LiquidWords
{
    /// <summary>Nitric acid from this mass fraction up fumes.</summary>
    private const double Fuming = 0.86;

    /// <summary>Peroxide from this mass fraction up lights rags.</summary>
    private const double StrongPeroxide = 0.2;

    /// <summary>What a density leaves out.</summary>
    public static string Note(string solute, double fraction) =>
        $"Only for {Impossible.Named(solute)} and water: salts, metals or chloride in a recovered one make it read high; then titrate."
        + (solute == "HNO3" && fraction > Fuming ? " Red acid reads high as well: NO\u2082 is dissolved in it." : "");

    public static string Caution(string solute, double fraction) =>
        solute switch
        {
            "HNO3" when fraction > Fuming =>
                "Fuming acid: it sets fire to cloth, wood and rubber, and gives off brown gas. Hood, face shield, no paper towels.",
            "HNO3" => "Burns skin yellow; brown gas with metal. Hood, goggles, gloves.",
            "HCl" => "Fumes choke and rust every tool in the room. Hood, goggles, gloves.",
            "H2SO4" => "Chars skin and cloth; heats water to boiling. Goggles, gloves; acid into water, never the other way.",
            "NH3" => "Takes the breath away. Hood. Never left standing with silver or gold.",
            "H2O2" when fraction > StrongPeroxide => "Bursts closed bottles and lights rags. Vented cap, no metal, no organics.",
            "H2O2" => "Bleaches skin; vented cap.",
            _ => "Blinds eyes quickly. Goggles first, gloves; it heats when it meets water.",
        };

    /// <summary>What would tell the strength better than it was read; null where nothing was measured.</summary>
    /// <param name="vessel">That the volume was read in.</param>
    public static string? Advice(DensityTable table, StrengthFound found, VolumeInstrument? vessel)
    {
        if (found.OnlyAbove)
            return "Here the density tells no more than \u201cabove 94 %\u201d: titrate, or take it for that.";
        if (found.Blurs.Count == 0)
            return null;
        if (found.Blurs[0].Reading == "volume" && vessel is not null && Flasked(found, vessel) is { } better)
            return $"The {vessel.Name} is what blurs it: a {better.Flask.Name} filled to its mark would give about ± "
                + $"{FigureText.Number(better.Half, 1)} points.";
        return found.Blurs[0].Reading switch
        {
            "mass" => "The balance is what blurs it: weigh more of it, or on a finer balance.",
            "temperature" => "The thermometer is what blurs it: let it come to the warmth of the room and read again.",
            "hydrometer" => "The hydrometer is what blurs it: a finer scale, or a weighed flask, tells more.",
            "volume" => "The volume is what blurs it: take a larger flask.",
            _ => "The readings are as good as the table (± "
                + $"{FigureText.Number(table.ErrorGPerMl(found.Believed!.Likely * 100, found.Temperature.Likely), 4)} g/mL).",
        };
    }

    // What it would be with the flask, ± in points: the volume's part of the variance shrinks by the square of their ±.
    private static (VolumeInstrument Flask, double Half)? Flasked(StrengthFound found, VolumeInstrument vessel)
    {
        if (vessel.Id == "flask" || VolumeInstrument.Find("flask") is not { } flask)
            return null;
        var share = found.Blurs[0].Share;
        return (flask, found.Believed!.Range.Width * 50 * Math.Sqrt(1 - share + share * Math.Pow(flask.Share / vessel.Share, 2)));
    }
}
