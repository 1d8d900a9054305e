namespace Spolium.Core.Materials;

/// <summary>The charge that was typed for a step tried by itself.</summary>
public static class TypedCharge
{
    /// <summary>A charge of grams is small: more is a slip of the pen, g.</summary>
    private const double MostGrams = 1e6;

    public static Charge ToCharge(this ChargeSpec spec, Draws draws) => spec.Unmarked(draws).Marked(spec.Marks ?? []);

    private static Charge Unmarked(this ChargeSpec spec, Draws draws)
    {
        var metals = spec
            .Lines.Select(l =>
                (
                    l.Element,
                    Grams: Working.Given(
                        draws.Spread("content " + l.Element, l.Triple, Spread.Positive),
                        Dimension.Mass,
                        $"{Elements.Of(l.Element).Name} in it",
                        $"typed: {Typed(l)}"
                    )
                )
            )
            .ToList();
        if (spec.Liquor is { } kind)
            return spec.Wet(kind, metals, draws);
        if (spec.Kind == ChargeKind.Metal)
        {
            var metal = metals.Aggregate(Charge.Empty, (c, m) => c.With(new(m.Element, Phase.Solid), Molar.Moles(m.Grams, m.Element)));
            return spec.WetWith is { } acid ? metal.Plus(spec.Wet(acid, [], draws)) : metal;
        }
        var silver = metals.Single().Grams;
        var wet = silver * draws.Prior("heel-chloride");
        return Charge
            .Empty.With(new("AgCl", Phase.Solid), Molar.Moles(silver, "Ag"))
            .With(Species.Water, Molar.Moles(wet / Reference.Constants.Get("water-volume"), "H2O"));
    }

    private static Charge Wet(this ChargeSpec spec, LiquorKind kind, IEnumerable<(string Element, Working Grams)> metals, Draws draws)
    {
        var volume = Working.Given(
            draws.Reading("volume", spec.Volume!.Value, spec.Volume.Sigma),
            Dimension.Volume,
            "volume",
            $"typed: {spec.Volume.Text}"
        );
        var acid = spec.FreeAcid is null
            ? Working.Zero(Dimension.Substance)
            : Working.Given(
                draws.Reading("free acid", spec.FreeAcid.Value / 1000, spec.FreeAcid.Sigma / 1000),
                Dimension.Substance / Dimension.Volume,
                "free acid",
                $"typed: {spec.FreeAcid.Text}"
            ) * volume;
        var liquor = LiquorFeed.Of(kind, volume, metals, acid, draws);
        return spec.Liquor is null ? liquor : liquor.With(spec.State, kind, volume, draws);
    }

    private static string Typed(SpecLine l) => l.Low.Value == l.High.Value ? l.Likely.Text : $"{l.Low.Text} to {l.High.Text}";

    /// <summary>What is wrong with it, by field; empty when it can be planned.</summary>
    public static IReadOnlyList<FieldError> Check(this ChargeSpec spec)
    {
        var errors = new List<FieldError>();
        if (spec.Lines.Count == 0)
            errors.Add(new("lines", "nothing is in it", "write at least one metal with its grams"));
        for (var i = 0; i < spec.Lines.Count; i++)
        {
            var l = spec.Lines[i];
            if (!ElementAtWork.BySymbol.ContainsKey(l.Element))
                errors.Add(new($"lines[{i}].element", $"'{l.Element}' is not an element that is worked here", "write a symbol such as Ag"));
            else if (spec.Liquor is { } kind && LiquorFeed.SaltOf(l.Element, kind) is null)
                errors.Add(
                    new(
                        $"lines[{i}].element",
                        $"{Elements.Of(l.Element).Name} does not stay in a {kind.ToString().ToLowerInvariant()} liquor",
                        "choose what holds it: nitrate, chloride or sulphate"
                    )
                );
            else if (spec.Kind == ChargeKind.SilverChloride && l.Element != "Ag")
                errors.Add(new($"lines[{i}].element", "a cake of silver chloride has its silver only", "write the grams of silver in it"));
            if (spec.Lines.Take(i).Any(o => o.Element == l.Element))
                errors.Add(new($"lines[{i}].element", $"{l.Element} stands twice", "keep one line for each metal"));
            if (l.High.Value <= 0)
                errors.Add(new($"lines[{i}].grams", "nothing of it", "write grams above 0"));
            else if (l.High.Value > MostGrams)
                errors.Add(
                    new(
                        $"lines[{i}].grams",
                        $"{QuantityParser.InWords(l.High)} is more than a small shop has",
                        "check the unit and the decimal point"
                    )
                );
        }
        if (spec.WetWith is not null && (spec.Volume is null || spec.Volume.Value <= 0))
            errors.Add(new("volume", "nobody says how much acid clings to it", "write it, such as 20 mL, or say that it is dry"));
        if (spec.WetWith is not null && spec.Kind != ChargeKind.Metal)
            errors.Add(new("wetWith", "only metal is asked what it is wet with", "leave it empty"));
        if (spec.State?.Nitrate is { Value: > 20 } nitrate)
            errors.Add(new("state.nitrate", $"{nitrate.Text} is stronger than the strongest acid", "write mol per litre, such as 0.3"));
        if (spec.Liquor is not null && (spec.Volume is null || spec.Volume.Value <= 0))
            errors.Add(new("volume", "a liquor has a volume", "write it, such as 400 mL"));
        if (spec.Liquor is LiquorKind.Fixer && spec.FreeAcid is { Value: > 0 })
            errors.Add(new("freeAcid", "fixer with free acid falls apart", "leave it empty"));
        if (spec.FreeAcid is { Value: > 20 })
            errors.Add(new("freeAcid", $"{spec.FreeAcid.Text} is stronger than the strongest acid", "write mol per litre, such as 0.5"));
        return errors;
    }
}
