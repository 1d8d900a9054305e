using System.Globalization;
using Spolium.Core.Safety;

namespace Spolium.Server.Shelf;

/// <param name="Scope">Names of what it covers.</param>
/// <param name="Holds">Today.</param>
/// <param name="Says">"holds until 2027-06-30", "ended: given back".</param>
public sealed record LicenceView(
    string Id,
    string Number,
    string Holder,
    IReadOnlyList<string> Scope,
    DateOnly From,
    DateOnly Until,
    bool Holds,
    string Says
);

public sealed record ScopeView(string Id, string Name);

/// <param name="Most">As the shop has it.</param>
/// <param name="Usual">As Spolium set it.</param>
/// <param name="Field">What its amount is typed in: "Mass", "Volume".</param>
/// <param name="Open">A licence that holds today takes it away.</param>
public sealed record LimitView(string Id, string What, string Scope, Field Field, string Most, string Usual, bool Lowered, bool Open);

public sealed record LicencesView(IReadOnlyList<LicenceView> Licences, IReadOnlyList<ScopeView> Scopes, IReadOnlyList<LimitView> Limits);

public sealed record HoldLicenceRequest(
    Head Head,
    string LicenceId,
    string Number,
    string Holder,
    IReadOnlyList<string> Scope,
    string? From,
    string? Until
);

public sealed record EndLicenceRequest(Head Head, string Why);

public sealed record LowerLimitRequest(Head Head, string Most);

/// <summary>Licences of the shop, and the limits of what it leads without one.</summary>
public static class LicenceEndpoints
{
    public static void MapLicences(this IEndpointRouteBuilder app)
    {
        var licences = app.MapGroup("/api/licences").WithTags("shelf");
        licences.MapGet("/", (Writing writing, TimeProvider time) => TypedResults.Ok(View(writing.Ledger.State, time.GetUtcNow())));
        licences.MapPost("/", Hold);
        licences.MapPost("/{licenceId}/end", End);
        licences.MapPost("/limits/{limitId}", Lower);
    }

    private static LicencesView View(State state, DateTimeOffset now) =>
        new(
            [
                .. state
                    .Licences.Values.OrderByDescending(l => l.Held.Until)
                    .ThenBy(l => l.Held.Number, StringComparer.Ordinal)
                    .Select(l => Of(l, now)),
            ],
            [.. LicenceScope.All.Select(s => new ScopeView(s.Id, s.Name))],
            [
                .. WorkLimit.All.Select(l => new LimitView(
                    l.Id,
                    l.What,
                    l.Scope.Name,
                    l.Field,
                    l.Words(WorkGates.MostOf(state, l)),
                    l.Words(l.Most),
                    WorkGates.MostOf(state, l) < l.Most,
                    WorkGates.Holds(state, l.Scope.Id, now, now)
                )),
            ]
        );

    private static LicenceView Of(OwnLicence licence, DateTimeOffset now)
    {
        var held = licence.Held;
        var holds = licence.HoldsOn(now);
        return new(
            held.LicenceId,
            held.Number,
            held.Holder,
            [.. held.Scope.Select(s => LicenceScope.Find(s)?.Name ?? s)],
            held.From,
            held.Until,
            holds,
            licence.Ended is { } why ? $"ended: {why}"
                : holds ? $"holds until {held.Until:yyyy-MM-dd}"
                : DateOnly.FromDateTime(now.DateTime) < held.From ? $"holds from {held.From:yyyy-MM-dd}"
                : $"ran out on {held.Until:yyyy-MM-dd}"
        );
    }

    private static Task<Results<Ok<LicencesView>, ProblemHttpResult>> Hold(HoldLicenceRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var from = Day(reader, "from", request.From);
        var until = Day(reader, "until", request.Until);
        return writing.Write(
            request.Head,
            request,
            [Entry.LicenceStream(request.LicenceId)],
            reader,
            l => LicenceDecisions.Hold(l.State, request.LicenceId, request.Number, request.Holder, request.Scope, from, until),
            l => View(l.State, time.GetUtcNow())
        );
    }

    private static DateOnly Day(RequestReader reader, string name, string? text)
    {
        if (DateOnly.TryParseExact(text?.Trim(), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day))
            return day;
        var reason = string.IsNullOrWhiteSpace(text) ? "the day is not said" : $"'{text}' is no day";
        reader.Errors.Add(new(name, reason, "year, month and day, such as 2026-01-31"));
        return default;
    }

    private static Task<Results<Ok<LicencesView>, ProblemHttpResult>> End(
        string licenceId,
        EndLicenceRequest request,
        Writing writing,
        TimeProvider time
    ) =>
        writing.Write(
            request.Head,
            request,
            [Entry.LicenceStream(licenceId)],
            new(),
            l => LicenceDecisions.End(l.State, licenceId, request.Why),
            l => View(l.State, time.GetUtcNow())
        );

    private static Task<Results<Ok<LicencesView>, ProblemHttpResult>> Lower(
        string limitId,
        LowerLimitRequest request,
        Writing writing,
        TimeProvider time
    )
    {
        var reader = new RequestReader();
        var most = reader.Quantity("most", request.Most, WorkLimit.Find(limitId)?.Field ?? Field.Mass);
        return writing.Write(
            request.Head,
            request,
            [Entry.LimitStream(limitId)],
            reader,
            _ => LicenceDecisions.Lower(limitId, most),
            l => View(l.State, time.GetUtcNow())
        );
    }
}
