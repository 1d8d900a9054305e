using Spolium.Core.Reference;

namespace Spolium.Server.Sources;

/// <param name="Invented">Guesses of Spolium's without a source.</param>
public sealed record SourcesView(string Hash, IReadOnlyList<DataFile> Files, IReadOnlyList<InventedView> Invented);

public sealed record InventedView(string Id, string What, string Range, string Source);

/// <summary>Where figures come from: every data file that ships, and every guess.</summary>
public static class SourcesEndpoints
{
    public static void MapSources(this IEndpointRouteBuilder app) =>
        app.MapGet("/api/sources", () =>
                TypedResults.Ok(
                    new SourcesView(
                        ReferenceTable.Hash,
                        DataFile.All,
                        [
                            .. Priors
                                .ById.Values.Where(p => p.Invented)
                                .Select(p => new InventedView(
                                    p.Id,
                                    p.Label,
                                    $"{p.Triple.Low:0.####} – {p.Triple.Likely:0.####} – {p.Triple.High:0.####} {p.Dimension}".Trim(),
                                    p.Source
                                )),
                        ]
                    )
                )
            )
            .WithTags("sources");
}
