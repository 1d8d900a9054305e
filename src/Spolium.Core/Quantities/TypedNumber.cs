namespace Spolium.Core.Quantities;

/// <summary>
/// A number as it was typed, kept with what is needed to search for a slip later: its text, the unit, the instrument,
/// the vessel it stood in, and whether the vessel was weighed with it.
/// </summary>
/// <param name="Text">What was typed, to the letter.</param>
/// <param name="Value">In the core's unit of the field (g, mL, °C, share of one, mol, g/L, mol/L, µm, h).</param>
/// <param name="PlusMinus">The instrument's ±, in the same unit, taken as 1.645 standard uncertainties; 0 when none is known.</param>
public sealed record TypedNumber(
    string Text,
    Field Field,
    double Value,
    string Unit,
    double PlusMinus = 0,
    string? Instrument = null,
    string? Vessel = null,
    bool Gross = false
)
{
    /// <summary>Standard uncertainty in the core's unit.</summary>
    public double Sigma => PlusMinus / Draws.Z95;

    /// <summary>As it is shown: money that the program itself wrote has the sign of the shop’s currency.</summary>
    public string Told => Field == Field.Money ? Currency.Text(this) : Text;

    /// <summary>The reading in full words: "2.5 pennyweights = 3.888 g".</summary>
    public string InWords => QuantityParser.InWords(this);

    /// <summary>A number that the program itself writes (demo, derived): its text is the shortest that reads back the same.</summary>
    public static TypedNumber Of(double value, Field field, string unit, double plusMinus = 0) =>
        new($"{Units.Of(field, unit).FromCore(value):0.######} {unit}", field, value, unit, plusMinus);
}
