using System.Globalization;
using System.Text.RegularExpressions;

namespace Spolium.Core.Ways;

/// <summary>What a buyer pays for a bar by its fineness: a share of what he pays for a fine one. By the steps of his price list, else by
/// those that are usual (Reference/fineness-steps.csv).</summary>
public static partial class FinenessSteps
{
    private static readonly ILookup<string, FinenessStep> Usual = ReferenceTable
        .Read(
            "fineness-steps.csv",
            r => (Metal: r.Text("metal"), Step: new FinenessStep(r.Number("from"), r.Number("share"))),
            "metal",
            "from"
        )
        .ToLookup(r => r.Metal, r => r.Step);

    /// <summary>Steps of a row of a price list; empty where a metal is paid as it is.</summary>
    public static IReadOnlyList<FinenessStep> Of(PriceRow row) => row.Steps ?? [.. Usual[row.Item]];

    /// <summary>The share that is paid; null below the lowest step, where a bar is bought as scrap. Without steps it is paid as it
    /// is.</summary>
    /// <param name="fineness">0 to 1.</param>
    public static double? Share(IReadOnlyList<FinenessStep> steps, double fineness) =>
        steps.Count == 0 ? 1 : steps.Where(s => fineness >= s.From).MaxBy(s => s.From)?.Share;

    /// <summary>The share in every world.</summary>
    /// <param name="percent">Fineness of the product, per cent.</param>
    /// <param name="asScrap">Share of a fine bar's pay that scrap fetches.</param>
    public static Working Paid(PriceRow row, Working percent, double asScrap, string list)
    {
        var steps = Of(row);
        return Working.Reckoned(
            Amount.Each(w => Share(steps, percent.Amount[w] / 100) ?? asScrap, percent.Amount),
            Dimension.None,
            "share that a bar of this fineness is paid",
            [percent],
            null,
            row.Steps is not null ? $"{list}: {Text(row.Steps)}"
                : steps.Count > 0 ? "steps that are usual, set by Spolium; no source"
                : "no steps are known: paid as it is"
        );
    }

    /// <summary>As they are typed: "995 100 %; 900 97 %".</summary>
    public static string Text(IReadOnlyList<FinenessStep>? steps) =>
        string.Join(
            "; ",
            (steps ?? [])
                .OrderByDescending(s => s.From)
                .Select(s => string.Create(CultureInfo.InvariantCulture, $"{1000 * s.From:0.##} {100 * s.Share:0.##} %"))
        );

    /// <summary>Steps as they were typed, in parts per thousand and per cent; null for an empty text.</summary>
    /// <param name="field">Name of the field, for errors.</param>
    public static (IReadOnlyList<FinenessStep>? Steps, FieldError? Error) Read(string? text, string field)
    {
        if (string.IsNullOrWhiteSpace(text))
            return (null, null);
        var steps = new List<FinenessStep>();
        foreach (var part in text.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            if (
                OneStep().Match(part) is not { Success: true } m
                || !double.TryParse(m.Groups[1].Value.Replace(',', '.'), CultureInfo.InvariantCulture, out var from)
                || !double.TryParse(m.Groups[2].Value.Replace(',', '.'), CultureInfo.InvariantCulture, out var share)
            )
                return (null, new(field, $"'{part}' is no step", "write a fineness and a share, such as 995 100 %; 900 97 %"));
            if (from is <= 1 or > 1000 || share is < 0 or > 100)
                return (null, new(field, $"'{part}' cannot be", "a fineness lies between 1 and 1000 ‰, a share between 0 and 100 %"));
            steps.Add(new(from / 1000, share / 100));
        }
        var rising = steps.OrderBy(s => s.From).ToList();
        return rising.Zip(rising.Skip(1)).Any(p => p.First.From == p.Second.From || p.First.Share > p.Second.Share)
            ? (null, new(field, "a finer bar is paid less, or one fineness stands twice", "check the shares"))
            : (rising, null);
    }

    [GeneratedRegex(@"^([0-9]+(?:[.,][0-9]+)?)\s*‰?\s+([0-9]+(?:[.,][0-9]+)?)\s*%?$")]
    private static partial Regex OneStep();
}
