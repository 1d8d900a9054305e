using Spolium.Core.Chemistry;
using Spolium.Core.Quantities;

namespace Spolium.Core.Materials;

/// <summary>What a step is tried on: metal, a cake of silver chloride, or a liquor by what holds its metals.</summary>
public enum ChargeKind { Metal, SilverChloride, Nitrate, Chloride, Sulphate, Fixer }

/// <summary>Grams of one metal, low, likely and high.</summary>
public sealed record SpecLine(string Element, TypedNumber Low, TypedNumber Likely, TypedNumber High)
{
    public Triple Triple => new(Low.Value, Likely.Value, High.Value);
}

/// <summary>A charge typed in one line of fields, with no lot and no batch.</summary>
/// <param name="Volume">Of a liquor.</param>
/// <param name="FreeAcid">Of a liquor, mol/L; nothing means none.</param>
public sealed record ChargeSpec(ChargeKind Kind, IReadOnlyList<SpecLine> Lines, TypedNumber? Volume = null, TypedNumber? FreeAcid = null)
{
    /// <summary>A charge of grams is small: more is a slip of the pen, g.</summary>
    private const double MostGrams = 1e6;

    /// <summary>What holds the metals of a liquor; null for a solid.</summary>
    public LiquorKind? Liquor => Kind switch { ChargeKind.Nitrate => LiquorKind.Nitrate, ChargeKind.Chloride => LiquorKind.Chloride, ChargeKind.Sulphate => LiquorKind.Sulphate, ChargeKind.Fixer => LiquorKind.Fixer, _ => null };

    public Charge ToCharge(Draws draws)
    {
        var metals = Lines.Select(l => (l.Element, Grams: Working.Given(draws.Spread("content " + l.Element, l.Triple, Spread.Positive), Dimension.Mass, $"{Elements.Of(l.Element).Name} in it", $"typed: {Typed(l)}"))).ToList();
        if (Liquor is { } kind)
        {
            var volume = Working.Given(draws.Reading("volume", Volume!.Value, Volume.Sigma), Dimension.Volume, "volume", $"typed: {Volume.Text}");
            var acid = FreeAcid is null ? Working.Zero(Dimension.Substance) : Working.Given(draws.Reading("free acid", FreeAcid.Value / 1000, FreeAcid.Sigma / 1000), Dimension.Substance / Dimension.Volume, "free acid", $"typed: {FreeAcid.Text}") * volume;
            return LiquorFeed.Of(kind, volume, metals, acid, draws);
        }
        if (Kind == ChargeKind.Metal)
            return metals.Aggregate(Charge.Empty, (c, m) => c.With(new(m.Element, Phase.Solid), Molar.Moles(m.Grams, m.Element)));
        var silver = metals.Single().Grams;
        var wet = silver * draws.Prior("heel-chloride");
        return Charge.Empty.With(new("AgCl", Phase.Solid), Molar.Moles(silver, "Ag")).With(Species.Water, Molar.Moles(wet / Reference.Constants.Get("water-volume"), "H2O"));
    }

    private static string Typed(SpecLine l) => l.Low.Value == l.High.Value ? l.Likely.Text : $"{l.Low.Text} to {l.High.Text}";

    /// <summary>What is wrong with it, by field; empty when it can be planned.</summary>
    public IReadOnlyList<FieldError> Check()
    {
        var errors = new List<FieldError>();
        if (Lines.Count == 0)
            errors.Add(new("lines", "nothing is in it", "write at least one metal with its grams"));
        for (var i = 0; i < Lines.Count; i++)
        {
            var l = Lines[i];
            if (!Elements.BySymbol.ContainsKey(l.Element) || MetalInAcid.Find(l.Element, true) is null)
                errors.Add(new($"lines[{i}].element", $"'{l.Element}' is not a metal that is known here", "write a symbol such as Ag"));
            else if (Liquor is { } kind && LiquorFeed.SaltOf(l.Element, kind) is null)
                errors.Add(new($"lines[{i}].element", $"{Elements.Of(l.Element).Name} does not stay in a {kind.ToString().ToLowerInvariant()} liquor", "choose what holds it: nitrate, chloride or sulphate"));
            else if (Kind == ChargeKind.SilverChloride && l.Element != "Ag")
                errors.Add(new($"lines[{i}].element", "a cake of silver chloride has its silver only", "write the grams of silver in it"));
            if (Lines.Take(i).Any(o => o.Element == l.Element))
                errors.Add(new($"lines[{i}].element", $"{l.Element} stands twice", "keep one line for each metal"));
            if (l.High.Value <= 0)
                errors.Add(new($"lines[{i}].grams", "nothing of it", "write grams above 0"));
            else if (l.High.Value > MostGrams)
                errors.Add(new($"lines[{i}].grams", $"{QuantityParser.InWords(l.High)} is more than a small shop has", "check the unit and the decimal point"));
        }
        if (Liquor is not null && (Volume is null || Volume.Value <= 0))
            errors.Add(new("volume", "a liquor has a volume", "write it, such as 400 mL"));
        if (Liquor is LiquorKind.Fixer && FreeAcid is { Value: > 0 })
            errors.Add(new("freeAcid", "fixer with free acid falls apart", "leave it empty"));
        if (FreeAcid is { Value: > 20 })
            errors.Add(new("freeAcid", $"{FreeAcid.Text} is stronger than the strongest acid", "write mol per litre, such as 0.5"));
        return errors;
    }
}
