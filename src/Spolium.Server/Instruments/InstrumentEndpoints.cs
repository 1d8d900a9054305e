using System.Runtime.CompilerServices;

namespace Spolium.Server.Instruments;

/// <param name="Text">As it goes into a field: "41.27 g".</param>
public sealed record LiveReading(string Text, bool Steady);

public sealed record LoadRequest(string Mass);

public sealed record Done(string Words);

/// <summary>The live reading of the balance as server-sent events, and its tare.</summary>
public static class InstrumentEndpoints
{
    public static void AddInstruments(this IServiceCollection services)
    {
        services.AddSingleton<SimulatedBalance>();
        services.AddHostedService(s => s.GetRequiredService<SimulatedBalance>());
        services.AddSingleton(s => new TcpBalance(() => s.GetRequiredService<SimulatedBalance>().Port));
        services.AddSingleton<IBalance>(s => s.GetRequiredService<TcpBalance>());
    }

    public static void MapInstruments(this IEndpointRouteBuilder app)
    {
        var balance = app.MapGroup("/api/instruments/balance").WithTags("instruments");
        balance
            .MapGet("/live", (IBalance b, IHostApplicationLifetime life, CancellationToken cancel) =>
                TypedResults.ServerSentEvents(Live(b, life.ApplicationStopping, cancel))
            )
            .ExcludeFromDescription();
        balance.MapPost("/tare", async (IBalance b, CancellationToken cancel) =>
        {
            await b.Tare(cancel);
            return TypedResults.Ok(new Done("tared"));
        });
        balance.MapPost("/load", Load);
    }

    private static async IAsyncEnumerable<LiveReading> Live(
        IBalance balance,
        CancellationToken stopping,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        using var either = CancellationTokenSource.CreateLinkedTokenSource(stopping, cancel);
        await foreach (var r in balance.Readings(either.Token))
            yield return new($"{r.Grams.ToString("0.00", System.Globalization.CultureInfo.InvariantCulture)} g", r.Steady);
    }

    private static async Task<Results<Ok<Done>, ProblemHttpResult>> Load(LoadRequest request, TcpBalance balance, CancellationToken cancel)
    {
        var reader = new RequestReader();
        var mass = reader.Quantity("mass", request.Mass, Field.Mass);
        if (reader.Ok && mass.Value > SimulatedPan.Most)
            reader.Errors.Add(new("mass", $"{mass.InWords} is more than the pan carries", $"at most {SimulatedPan.Most} g"));
        if (!reader.Ok)
            return Problems.Refused(reader.Errors);
        await balance.Load(mass.Value, cancel);
        return TypedResults.Ok(new Done($"{mass.InWords} on the pan"));
    }
}
