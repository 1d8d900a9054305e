using Spolium.Core.Vessels;

namespace Spolium.Server.Shelf;

public sealed record VesselKindView(string Kind, double NominalMl, string Label);

/// <param name="Tare">Empty where nobody weighed it.</param>
public sealed record OwnVesselView(string Id, string Label, string Tare);

/// <param name="Own">False while the shop has named none: plans then take usual beakers.</param>
public sealed record VesselsView(bool Own, IReadOnlyList<OwnVesselView> Vessels, IReadOnlyList<VesselKindView> Choices);

public sealed record NameVesselRequest(Head Head, string VesselId, string Kind, double NominalMl, string? Tare = null);

public sealed record LoseVesselRequest(Head Head, string Why);

/// <summary>The vessels that the shop has: plans choose from them.</summary>
public static class VesselEndpoints
{
    public static void MapVessels(this IEndpointRouteBuilder app)
    {
        var vessels = app.MapGroup("/api/vessels").WithTags("shelf");
        vessels.MapGet("/", (Writing writing) => TypedResults.Ok(View(writing.Ledger.State)));
        vessels.MapPost("/", Name);
        vessels.MapPost("/{vesselId}/gone", Gone);
    }

    private static VesselsView View(State state) =>
        new(
            !state.Vessels.IsEmpty,
            [
                .. state
                    .Vessels.Values.OrderBy(v => v.Kind.NominalMl)
                    .ThenBy(v => v.Id, StringComparer.Ordinal)
                    .Select(v => new OwnVesselView(v.Id, v.Kind.Label, v.Tare?.Text ?? "")),
            ],
            [.. Vessel.All.Select(v => new VesselKindView(v.Kind, v.NominalMl, v.Label))]
        );

    private static Task<Results<Ok<VesselsView>, ProblemHttpResult>> Name(NameVesselRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var tare = reader.Optional("tare", request.Tare, Field.Mass);
        return writing.Write(
            request.Head,
            request,
            [Entry.VesselStream(request.VesselId.Trim())],
            reader,
            l => VesselDecisions.NameVessel(l.State, request.VesselId, request.Kind, request.NominalMl, tare),
            l => View(l.State)
        );
    }

    private static Task<Results<Ok<VesselsView>, ProblemHttpResult>> Gone(string vesselId, LoseVesselRequest request, Writing writing) =>
        writing.Write(
            request.Head,
            request,
            [Entry.VesselStream(vesselId)],
            new(),
            l => VesselDecisions.LoseVessel(l.State, vesselId, request.Why),
            l => View(l.State)
        );
}
