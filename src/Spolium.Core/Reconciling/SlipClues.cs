using System.Globalization;

namespace Spolium.Core.Reconciling;

/// <summary>A usual slip.</summary>
/// <param name="Weight">How usual it is among slips; a guess of Spolium's.</param>
public sealed record SlipKind(string Id, string Title, double Weight)
{
    public static readonly IReadOnlyDictionary<string, SlipKind> All = ReferenceTable
        .Read("slip-kinds.csv", r => new SlipKind(r.Text("id"), r.Text("title"), r.Number("weight")), "id")
        .ToDictionary(k => k.Id);
}

/// <summary>What a reading would have been without a usual slip.</summary>
/// <param name="Kind">Id of the kind.</param>
/// <param name="Value">In the unit of the reading.</param>
/// <param name="Detail">What the kind leaves open: the vessel, the hydrate; empty where nothing.</param>
/// <param name="Odds">How usual within its kind.</param>
public sealed record SlipCandidate(string Kind, double Value, string Detail = "", double Odds = 1);

/// <summary>How a reading was typed, and what stood near it: on this the search of slips lives.</summary>
/// <param name="Text">The digits as typed, "2947.5".</param>
/// <param name="Field">Mass or temperature; others have the slips of digits only.</param>
/// <param name="Unit">As typed; null where it is not known.</param>
/// <param name="TaresG">Tares of vessels that may have stood under it, g, by vessel.</param>
/// <param name="InCore">Core units (g, °C) in one of what was typed.</param>
public sealed record SlipClues(
    string Text,
    Field Field = Field.Mass,
    string? Unit = null,
    IReadOnlyDictionary<string, double>? TaresG = null,
    double InCore = 1
)
{
    /// <summary>The vessel was taken off: as typed, the reading was gross.</summary>
    public string? TakenOff { get; init; }

    /// <summary>What the balance shows at least, in the unit that was typed: 0.01; null where nobody knows.</summary>
    public double? Step { get; init; }

    /// <summary>Of the liquid, g/mL; null for solids.</summary>
    public double? DensityGPerMl { get; init; }

    /// <summary>Grams of the dry salt in a gram of each hydrate.</summary>
    public IReadOnlyDictionary<string, double>? DryShares { get; init; }

    private static readonly double Dwt = Units.Of(Field.Mass, "dwt").Factor;
    private static readonly double TroyByAvoirdupois = Units.Of(Field.Mass, "oz t").Factor / Units.Of(Field.Mass, "oz").Factor;
    private static readonly double Grain = Units.Of(Field.Mass, "gr").Factor;

    /// <summary>Every value that a usual slip would have turned into this one.</summary>
    /// <param name="value">The reading, in core units.</param>
    public IReadOnlyList<SlipCandidate> Candidates(double value)
    {
        var all = new List<SlipCandidate>
        {
            new("decimal_up", value / 10),
            new("decimal_down", value * 10),
            new("hundred_up", value / 100),
            new("hundred_down", value * 100),
        };
        all.AddRange(Swapped(value));
        if (Field == Field.Temperature)
            all.Add(new("f_for_c", (value - 32) / 1.8));
        if (Unit is "kg" or "L")
            all.Add(new("larger_unit", value / 1000));
        if (Unit == "mg")
            all.Add(new("smaller_unit", value * 1000));
        if (Field != Field.Mass)
            return all;
        foreach (var (vessel, tare) in TaresG ?? new Dictionary<string, double>())
        {
            if (vessel != TakenOff && value > tare)
                all.Add(new("tare_left", value - tare, vessel));
            if (vessel == TakenOff)
                all.Add(new("tare_twice", value + tare, vessel));
        }
        if (Unit is null or "g")
            all.AddRange([new("dwt_for_g", value * Dwt), new("thousand_up", value / 1000), new("thousand_down", value * 1000)]);
        if (Unit is null or "oz")
            all.Add(new("ozt_for_oz", value * TroyByAvoirdupois));
        if (Unit == "gr")
            all.Add(new("gr_for_g", value / Grain));
        if (DensityGPerMl is { } density && Math.Abs(density - 1) > 1e-3)
            all.AddRange([new("ml_for_g", value * density), new("g_for_ml", value / density)]);
        foreach (var (hydrate, share) in DryShares ?? new Dictionary<string, double>())
            all.Add(new("hydrate_for_dry", value * share, hydrate));
        return all;
    }

    /// <summary>A slip of digits or of a tare leaves a number that the balance could have shown; a number of another unit need not be
    /// one.</summary>
    public bool CouldBeShown(SlipCandidate candidate, double step) =>
        candidate.Kind
            is not ("decimal_up" or "decimal_down" or "hundred_up" or "hundred_down" or "digits_swapped" or "tare_left" or "tare_twice")
        || Math.Abs(candidate.Value / InCore / step - Math.Round(candidate.Value / InCore / step)) < 1e-6;

    /// <summary>Digits behind the point as typed.</summary>
    public int Decimals => Text.IndexOf('.') is >= 0 and var point ? Text[(point + 1)..].TakeWhile(char.IsAsciiDigit).Count() : 0;

    // Who swaps 205.42 writes 025.42 first, and often sees it.
    private const double ZeroLost = 0.5;

    // Neighbouring digits over the point too; a zero in front may have been lost that way (205.42 typed as 025.42).
    private IEnumerable<SlipCandidate> Swapped(double value)
    {
        var digits = new string([.. Text.Where(c => char.IsAsciiDigit(c) || c == '.')]);
        if (digits.Length == 0)
            yield break;
        var text = "0" + digits;
        var seen = new HashSet<double> { value };
        var at = Enumerable.Range(0, text.Length).Where(i => text[i] != '.').ToList();
        foreach (var (i, j) in at.Zip(at.Skip(1)))
        {
            var swapped = text.ToCharArray();
            (swapped[i], swapped[j]) = (swapped[j], swapped[i]);
            if (
                double.TryParse(swapped, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number)
                && number > 0
                && seen.Add(number * InCore)
            )
                yield return new("digits_swapped", number * InCore, Odds: i == 0 ? ZeroLost : 1);
        }
    }
}
