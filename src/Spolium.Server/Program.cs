using System.Text.Json.Serialization;
using Spolium.Data;
using Spolium.Server;
using Spolium.Server.Books;
using Spolium.Server.Instruments;
using Spolium.Server.Lots;
using Spolium.Server.Materials;
using Spolium.Server.Plan;
using Spolium.Server.Prices;
using Spolium.Server.Quantities;
using Spolium.Server.Run;
using Spolium.Server.Shared;
using Spolium.Server.Shelf;
using Spolium.Server.Sources;
using Spolium.Server.Strength;
using Spolium.Server.Trail;
using Spolium.Server.Worth;

var builder = WebApplication.CreateBuilder(args);
builder.Services.AddOpenApi();
builder.Services.AddProblemDetails(o => o.CustomizeProblemDetails = c =>
{
    if (c.ProblemDetails.Status == StatusCodes.Status400BadRequest)
    {
        c.ProblemDetails.Title = "The request cannot be read";
        c.ProblemDetails.Detail = "It must be JSON in the shape that /api/openapi.json describes. Nothing was written.";
    }
});
builder.Services.Configure<RouteHandlerOptions>(o => o.ThrowOnBadRequest = false);
builder.Services.ConfigureHttpJsonOptions(o =>
{
    o.SerializerOptions.Converters.Add(new JsonStringEnumConverter());
    // What a request must hold and does not is told as a request that cannot be read, before anything is looked at.
    o.SerializerOptions.RespectRequiredConstructorParameters = true;
    o.SerializerOptions.RespectNullableAnnotations = true;
    o.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
});
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton(services => Shopkeeper.Open(builder.Configuration, services.GetRequiredService<TimeProvider>()));
builder.Services.AddSingleton<Writing>();
// Who develops restarts often, and waits for nobody.
if (builder.Environment.IsProduction())
    builder.Services.AddHostedService<Warming>();
builder.Services.AddInstruments();
builder.Services.AddSingleton(new PhotoStore(Path.Combine(builder.Configuration["data"] ?? "data/demo", "photos")));
builder.Services.AddSingleton<SimulatedPrices>();
builder.Services.AddHostedService(s => s.GetRequiredService<SimulatedPrices>());
builder.Services.AddSingleton<IPriceSource>(s => new TcpPrices(() => s.GetRequiredService<SimulatedPrices>().Port, s.GetRequiredService<TimeProvider>()));

var app = builder.Build();
app.UseExceptionHandler();
app.UseStatusCodePages();
app.Use(async (context, next) =>
{
    // Nothing leaves the machine: everything that a page may load or ask comes from here.
    context.Response.Headers.ContentSecurityPolicy = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'";
    context.Response.Headers.XContentTypeOptions = "nosniff";
    context.Response.Headers["Referrer-Policy"] = "no-referrer";
    await next();
});
app.UseDefaultFiles();
app.UseStaticFiles(new StaticFileOptions
{
    // Built files carry a hash in their name; the page itself is asked for anew each time.
    OnPrepareResponse = c => c.Context.Response.Headers.CacheControl = c.Context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache",
});
app.MapOpenApi("/api/openapi.json");
app.MapGet("/api/health", (JournalStore store) => TypedResults.Ok(new Health("ready", store.Ledger.State.Entries.Count))).WithTags("health");
app.MapQuantities();
app.MapLots();
app.MapWorth();
app.MapPrices();
app.MapMaterials();
app.MapPlan();
app.MapSavedPlans();
app.MapStepAlone();
app.MapVessels();
app.MapRun();
app.MapTrail();
app.MapBooks();
app.MapPractice();
app.MapPools();
app.MapStrength();
app.MapShelf();
app.MapSources();
app.MapInstruments();
app.Map("/api/{**rest}", () => Problems.NotFound("such address")).ExcludeFromDescription();
app.MapFallbackToFile("index.html");

// The OpenAPI document is written at build time by starting this program without serving: no database then.
if (System.Reflection.Assembly.GetEntryAssembly()?.GetName().Name != "GetDocument.Insider")
    app.Services.GetRequiredService<JournalStore>();
app.Run();

namespace Spolium.Server
{
    /// <summary>Says that the journal is open.</summary>
    public sealed record Health(string Status, int Entries);
}
