namespace Spolium.Core.Ways;

/// <summary>What a buyer pays for a bar by its fineness (Reference/fineness-steps.csv): a share of what he pays for a fine one.</summary>
public static class FinenessSteps
{
    private sealed record Row(string Metal, double From, double Share, string Source);

    private static readonly ILookup<string, Row> ByMetal = ReferenceTable
        .Read("fineness-steps.csv", r => new Row(r.Text("metal"), r.Number("from"), r.Number("share"), r.Source), "metal", "from")
        .ToLookup(r => r.Metal);

    /// <summary>The share that is paid; null below the lowest step, where a bar is bought as scrap. A metal without steps is paid as it
    /// is.</summary>
    /// <param name="fineness">0 to 1.</param>
    public static double? Share(string metal, double fineness) =>
        ByMetal[metal].Any() ? ByMetal[metal].Where(r => fineness >= r.From).MaxBy(r => r.From)?.Share : 1;

    /// <summary>The share in every world.</summary>
    /// <param name="percent">Fineness of the product, per cent.</param>
    /// <param name="asScrap">Share of a fine bar's pay that scrap fetches.</param>
    public static Working Paid(string metal, Working percent, double asScrap) =>
        Working.Reckoned(
            Amount.Each(w => Share(metal, percent.Amount[w] / 100) ?? asScrap),
            Dimension.None,
            "share that a bar of this fineness is paid",
            [percent],
            null,
            ByMetal[metal].FirstOrDefault()?.Source ?? "no steps are known: paid as it is"
        );
}
