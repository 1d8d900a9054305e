namespace Spolium.Core.Chemistry;

/// <summary>Acid taken and gas made when metals dissolve, all in mol.</summary>
/// <param name="Nitric">HNO3 that leaves the free acid: the acid bound in the salts counts.</param>
/// <param name="Reduced">Nitrate really reduced to gas: what is gone from the liquor.</param>
/// <param name="Hcl">HCl used; nothing in plain nitric acid.</param>
public sealed record AcidTaken(Working Nitric, Working Reduced, Working Hcl, Working No, Working No2)
{
    public Working NitricGrams => Molar.Grams(Nitric, "HNO3");
}

/// <summary>The acid that metals take (precise rules 2.2), from the balanced equations of each metal.</summary>
public static class AcidUse
{
    /// <summary>
    /// Plain nitric acid. x is the share of metal that goes the NO2 way: A = e n (4 + 2x)/3, R = e n (1 + 2x)/3.
    /// Metals that nitric acid leaves alone take none.
    /// </summary>
    /// <param name="moles">Moles by metal (element or state).</param>
    /// <exception cref="KeyNotFoundException">A metal has no row in metals-in-acid.csv.</exception>
    public static AcidTaken InNitric(IEnumerable<(string Metal, Working Moles)> moles, Working no2Share)
    {
        List<Working> acid = [],
            reduced = [],
            no = [],
            no2 = [];
        foreach (var (metal, n) in moles)
        {
            var row = Row(metal, false);
            if (row.NitricByNo is not { } dilute || row.NitricByNo2 is not { } strong)
                continue;
            var byNo2 = (n * no2Share).Named($"{Name(row)} by the NO₂ way");
            var byNo = (n - byNo2).Named($"{Name(row)} by the NO way");
            acid.Add(
                (dilute.Need(byNo, row.Element, "HNO3") + strong.Need(byNo2, row.Element, "HNO3")).Named($"nitric acid for the {Name(row)}")
            );
            var a = dilute.Need(byNo, row.Element, "NO");
            var b = strong.Need(byNo2, row.Element, "NO2");
            reduced.Add(a + b);
            no.Add(a);
            no2.Add(b);
        }
        Working Sum(List<Working> all) => Working.Sum(all, Dimension.Substance);
        return new(Sum(acid), Sum(reduced), Working.Zero(Dimension.Substance), Sum(no), Sum(no2));
    }

    /// <summary>Aqua regia: nitric acid is only the oxidant (R = e n/3); the acid of the salts is hydrochloric ((e + l) n).</summary>
    /// <exception cref="KeyNotFoundException">A metal has no row in metals-in-acid.csv.</exception>
    public static AcidTaken InAquaRegia(IEnumerable<(string Metal, Working Moles)> moles)
    {
        List<Working> nitric = [],
            hcl = [];
        foreach (var (metal, n) in moles)
        {
            var row = Row(metal, true);
            nitric.Add(row.AquaRegia.Need(n, row.Element, "HNO3").Named($"nitric acid for the {Name(row)}"));
            hcl.Add(row.AquaRegia.Need(n, row.Element, "HCl").Named($"hydrochloric acid for the {Name(row)}"));
        }
        var reduced = Working.Sum(nitric, Dimension.Substance);
        return new(reduced, reduced, Working.Sum(hcl, Dimension.Substance), reduced, Working.Zero(Dimension.Substance));
    }

    /// <summary>Grams of one metal that so much nitric acid has taken up in plain nitric acid: what was poured less what is left, over what
    /// a gram takes.</summary>
    public static Working MetalFrom(Working nitricGrams, string metal, Working no2Share)
    {
        var one = InNitric([(metal, Molar.Moles(Working.Exact(1, null, Dimension.Mass), Row(metal, false).Element))], no2Share).NitricGrams;
        return (
            nitricGrams / (one / Working.Exact(1, "1 g", Dimension.Mass)).Named($"nitric acid to a gram of {Name(Row(metal, false))}")
        ).Named($"{Name(Row(metal, false))} that the acid took");
    }

    private static string Name(MetalInAcid row) => Elements.Of(row.Element).Name;

    private static MetalInAcid Row(string metal, bool chloride) =>
        MetalInAcid.Find(metal, chloride) ?? throw new KeyNotFoundException($"What {metal} does in acid is not in metals-in-acid.csv.");
}
