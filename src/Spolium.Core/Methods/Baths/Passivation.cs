namespace Spolium.Core.Methods.Baths;

internal enum Passive
{
    /// <summary>Films over; the film breaks without warning.</summary>
    Film,

    /// <summary>Stays under its film.</summary>
    Stays,

    /// <summary>Is taken in a burst.</summary>
    Violent,
}

/// <summary>What a metal does where strong nitric acid first meets it (Reference/passivation.csv): it films over, or goes off.</summary>
/// <param name="FromPercent">% by mass of nitric acid in the bath, from which on.</param>
internal sealed record Passivation(string Metal, double FromPercent, Passive Does, string Text, string Source)
{
    public static readonly IReadOnlyList<Passivation> All = ReferenceTable.Read(
        "passivation.csv",
        r => new Passivation(
            r.Text("metal"),
            r.Number("from_percent"),
            Enum.Parse<Passive>(r.Text("does"), true),
            r.Text("text"),
            r.Source
        ),
        "metal",
        "does"
    );

    /// <summary>% by mass of a bath of so many volumes of water to one of acid, before any of it is used.</summary>
    public static double StrengthOf(Bottle acid, double waterVolumes)
    {
        var density = acid.DensityGPerMl ?? 1;
        return acid.Strength.Percent * density / (density + waterVolumes / Constants.Get("water-volume").Likely);
    }

    /// <summary>Rows that a charge meets in a bath of this strength; a metal counts from a share of all metal on.</summary>
    public static IEnumerable<Passivation> Of(Charge charge, double percent)
    {
        var metals = charge.Moles.Where(m => Species.IsMetal(m.Key)).Sum(m => charge.Grams(m.Key).Likely);
        var least = Constants.Get("passive-above").Likely * metals;
        return All.Where(p => percent >= p.FromPercent && charge.Grams(new(p.Metal, Phase.Solid)).Range.High > Math.Max(least, 1e-9));
    }

    /// <summary>A film bars the way; the way round is the water that brings the bath below it, where that serves.</summary>
    public static Refusal? Bars(Charge charge, Bottle acid, double waterVolumes)
    {
        var percent = StrengthOf(acid, waterVolumes);
        if (Of(charge, percent).FirstOrDefault(p => p.Does == Passive.Film) is not { } film)
            return null;
        var thinned = Enumerable.Range(1, 20).Select(i => i * 0.25).First(w => StrengthOf(acid, w) < film.FromPercent - 1);
        return new(
            $"{film.Text} (the bath is {FigureText.Number(percent, 0)} %)",
            $"cut the acid with at least {FigureText.Number(thinned, 2)} volumes of water, or leach it with hydrochloric acid first"
        );
    }

    public static IEnumerable<Caution> Cautions(Charge charge, Bottle acid, double waterVolumes) =>
        Of(charge, StrengthOf(acid, waterVolumes))
            .Where(p => p.Does != Passive.Film)
            .Select(p => new Caution(p.Does == Passive.Violent ? CautionLevel.Stop : CautionLevel.Look, p.Text));
}
