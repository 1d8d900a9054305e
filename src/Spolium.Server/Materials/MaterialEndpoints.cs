using System.Globalization;
using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Safety;

namespace Spolium.Server.Materials;

public sealed record MaterialLineView(string Element, string Low, string Likely, string High, bool Known);

/// <summary>A kind of scrap.</summary>
/// <param name="OfPart">Its ranges are a share of a part (the basis), not of the whole.</param>
/// <param name="Own">The shop's own: it may be changed and dropped.</param>
/// <param name="Lines">Known: what it does in acid is known here; the others are carried as unknown.</param>
public sealed record ScrapView(
    string Id,
    string Name,
    string Basis,
    bool Liquor,
    bool OfPart,
    bool Own,
    string? CopyOf,
    IReadOnlyList<MaterialLineView> Lines,
    IReadOnlyList<string> Marks,
    string Source,
    string? Rest,
    string? Open
);

/// <summary>One metal of a kind, per cent of its basis; g/L of a liquor.</summary>
public sealed record MaterialLineText(string Element, string Range);

/// <summary>An element that may be a line of a content.</summary>
/// <param name="Metal">It may also be what the rest of a lot is.</param>
/// <param name="Precious">Something is refined for its sake.</param>
public sealed record ElementView(string Symbol, string Name, bool Metal, bool Precious, string Says);

public sealed record KeepMaterialRequest(
    Head Head,
    string Id,
    string Name,
    string Basis,
    IReadOnlyList<MaterialLineText> Lines,
    IReadOnlyList<string>? Marks = null,
    string? CopyOf = null
);

public sealed record DropMaterialRequest(Head Head, string Why);

/// <summary>What a lot may be marked with.</summary>
public sealed record MarkView(string Value, string Label);

/// <summary>Kinds of scrap: the library that ships, and the shop's own.</summary>
public static class MaterialEndpoints
{
    public static void MapMaterials(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/elements", () => TypedResults.Ok(Elements)).WithTags("materials");
        app.MapGet("/api/marks", () => TypedResults.Ok(Marks)).WithTags("materials");
        var materials = app.MapGroup("/api/materials").WithTags("materials");
        materials.MapGet("/", (Writing writing) => TypedResults.Ok(All(writing.Ledger.State)));
        materials.MapPost("/", Keep);
        materials.MapPost("/{materialId}/drop", Drop);
    }

    private static readonly IReadOnlyList<MarkView> Marks = [.. Suspicion.All.Select(s => new MarkView(s.Mark, s.Label))];

    // What is refined for comes first, then what else it is made of, in the order of the data file.
    private static readonly IReadOnlyList<ElementView> Elements =
    [
        .. ElementAtWork
            .BySymbol.Values.OrderBy(e => e.Precious ?? int.MaxValue)
            .Select(e => new ElementView(
                e.Symbol,
                Core.Chemistry.Elements.Of(e.Symbol).Name,
                ElementAtWork.IsMetal(e.Symbol),
                e.Precious is not null,
                e.Says
            )),
    ];

    // The shop's own come first: they were made for what it meets.
    private static List<ScrapView> All(State state) =>
        [
            .. state.Materials.Values.OrderBy(m => m.Material.Name, StringComparer.Ordinal).Select(m => View(m.Material, true, m.CopyOf)),
            .. MaterialLibrary.All.Select(m => View(m, false, null)),
        ];

    private static ScrapView View(Material m, bool own, string? copyOf) =>
        new(
            m.Id,
            m.Name,
            m.Basis,
            m.IsLiquor,
            m.IsOfPart,
            own,
            copyOf,
            [
                .. m.Lines.Select(l => new MaterialLineView(
                    l.Element,
                    Plain(l.Percent.Low),
                    Plain(l.Percent.Likely),
                    Plain(l.Percent.High),
                    ElementAtWork.BySymbol.ContainsKey(l.Element)
                )),
            ],
            m.Marks,
            m.Source,
            m.Rest,
            m.Open is { } o ? $"{Plain(o.Low)}-{Plain(o.Likely)}-{Plain(o.High)} %" : null
        );

    private static string Plain(double value) => value.ToString("0.#####", CultureInfo.InvariantCulture);

    private static Task<Results<Ok<List<ScrapView>>, ProblemHttpResult>> Keep(KeepMaterialRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var liquor = request.Basis.Trim() == "g/L";
        var lines = request
            .Lines.Select(
                (l, i) =>
                {
                    var (low, likely, high) = reader.Range($"lines[{i}].range", l.Range, liquor ? Field.Concentration : Field.Share);
                    var scale = liquor ? 1 : 100;
                    return new MaterialLine(l.Element.Trim(), new(low.Value * scale, likely.Value * scale, high.Value * scale));
                }
            )
            .ToList();
        // A copy keeps what its original says of the rest and of what lies open.
        var original = MaterialLibrary.All.FirstOrDefault(m => m.Id == request.CopyOf);
        var material = new Material(
            request.Id,
            request.Name,
            request.Basis,
            lines,
            [.. (request.Marks ?? []).Intersect(Suspicion.All.Select(s => s.Mark))],
            "the shop’s own",
            original?.Rest,
            original?.Open
        );
        return writing.Write(
            request.Head,
            request,
            [Entry.MaterialStream(request.Id)],
            reader,
            l => MaterialDecisions.Keep(l.State, material, request.CopyOf),
            l => All(l.State)
        );
    }

    private static Task<Results<Ok<List<ScrapView>>, ProblemHttpResult>> Drop(
        string materialId,
        DropMaterialRequest request,
        Writing writing
    ) =>
        writing.Write(
            request.Head,
            request,
            [Entry.MaterialStream(materialId)],
            new(),
            l => MaterialDecisions.Drop(l.State, materialId, request.Why),
            l => All(l.State)
        );
}
