using System.Text.Json.Serialization;
using Spolium.Data;
using Spolium.Server;
using Spolium.Server.Backups;
using Spolium.Server.Books;
using Spolium.Server.Guard;
using Spolium.Server.Instruments;
using Spolium.Server.Journal;
using Spolium.Server.Leavings;
using Spolium.Server.Lots;
using Spolium.Server.Materials;
using Spolium.Server.Plan;
using Spolium.Server.Prices;
using Spolium.Server.Quantities;
using Spolium.Server.Run;
using Spolium.Server.Shelf;
using Spolium.Server.Sources;
using Spolium.Server.Strength;
using Spolium.Server.Trail;
using Spolium.Server.Worth;

// Exit code of a shop that cannot be opened.
const int CannotOpen = 3;

if (Commands.Run(args) is { } code)
    return code;

var builder = WebApplication.CreateBuilder(args);
builder.Services.AddOpenApi();
builder.Services.AddProblemDetails(o =>
    o.CustomizeProblemDetails = c =>
    {
        if (c.ProblemDetails.Status == StatusCodes.Status503ServiceUnavailable)
            Problems.Unsure(c.ProblemDetails);
        if (c.ProblemDetails.Status is StatusCodes.Status413PayloadTooLarge)
        {
            c.ProblemDetails.Title = "The request is too large";
            c.ProblemDetails.Detail =
                $"At most {Limits.Body / 1_000_000} MB, of pictures and files {Limits.FileBody / 1_000_000} MB. Nothing was written.";
        }
        if (c.ProblemDetails.Status == StatusCodes.Status400BadRequest && c.ProblemDetails.Type != "urn:spolium:unreadable")
        {
            c.ProblemDetails.Title = "The request cannot be read";
            c.ProblemDetails.Detail = "It must be JSON in the shape that /api/openapi.json describes. Nothing was written.";
        }
    }
);
builder.Services.Configure<RouteHandlerOptions>(o => o.ThrowOnBadRequest = false);
builder.Services.ConfigureHttpJsonOptions(o =>
{
    o.SerializerOptions.Converters.Add(new JsonStringEnumConverter());
    // What a request must hold and does not is told as a request that cannot be read, before anything is looked at.
    o.SerializerOptions.RespectRequiredConstructorParameters = true;
    o.SerializerOptions.RespectNullableAnnotations = true;
    o.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    o.SerializerOptions.MaxDepth = Limits.Depth;
});
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton(services => Shopkeeper.Open(builder.Configuration, services.GetRequiredService<TimeProvider>()));
builder.Services.AddHttpContextAccessor();
builder.Services.AddScoped<Writing>();
builder.Services.AddLetIn(builder.Configuration);
builder.Services.AddResponseCompression(o => o.EnableForHttps = true);
builder.Services.AddOutputCache();
builder.WebHost.ConfigureKestrel(o => o.Limits.MaxRequestBodySize = Limits.Body);

// Who develops restarts often, and waits for nobody.
if (builder.Environment.IsProduction())
    builder.Services.AddHostedService<Warming>();
builder.Services.AddInstruments();
builder.Services.AddSingleton<BackupKeeper>();
builder.Services.AddHostedService(s => s.GetRequiredService<BackupKeeper>());
builder.Services.AddSingleton(new PhotoStore(Path.Combine(builder.Configuration["data"] ?? "data/demo", "photos")));
builder.Services.AddSingleton<SimulatedPrices>();
builder.Services.AddHostedService(s => s.GetRequiredService<SimulatedPrices>());
builder.Services.AddSingleton<IPriceSource>(s => new TcpPrices(
    () => s.GetRequiredService<SimulatedPrices>().Port,
    s.GetRequiredService<TimeProvider>()
));

var app = builder.Build();
app.UseExceptionHandler(new ExceptionHandlerOptions { StatusCodeSelector = Problems.StatusOf });
app.UseStatusCodePages();
app.UseLetIn();
app.UseResponseCompression();
app.Use(
    async (context, next) =>
    {
        // Nothing leaves the machine: everything that a page may load or ask comes from here.
        context.Response.Headers.ContentSecurityPolicy =
            "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; base-uri 'self'; form-action "
            + "'self'; frame-ancestors 'none'";
        context.Response.Headers.XContentTypeOptions = "nosniff";
        context.Response.Headers["Referrer-Policy"] = "no-referrer";
        await next();
    }
);

// Figures of an answer are written, and those of a request read, in the currency that the shop named last.
app.Use(
    async (context, next) =>
    {
        if (context.Request.Path.StartsWithSegments("/api"))
            Currency.Use(context.RequestServices.GetRequiredService<JournalStore>().Ledger.State.PricesNow?.List.Currency);
        await next();
    }
);

// Built files carry a hash in their name; the page itself is asked for anew each time, by whatever address.
var files = new StaticFileOptions
{
    OnPrepareResponse = c =>
        c.Context.Response.Headers.CacheControl = c.Context.Request.Path.StartsWithSegments("/assets")
            ? "public, max-age=31536000, immutable"
            : "no-cache",
};
app.UseStaticFiles(files);
app.UseOutputCache();

// The same as long as the program runs.
app.MapOpenApi("/api/openapi.json").CacheOutput();
var api = app.MapGroup("").AddEndpointFilter<Limits>();
api.MapJournal();
api.MapQuantities();
api.MapLots();
api.MapWorth();
api.MapPrices();
api.MapMaterials();
api.MapPlan();
api.MapSavedPlans();
api.MapStepAlone();
api.MapVessels();
api.MapLicences();
api.MapRun();
api.MapTrail();
api.MapBooks();
api.MapPractice();
api.MapPools();
api.MapLeavings();
api.MapHandingOver();
api.MapStrength();
api.MapShelf();
api.MapSources();
api.MapInstruments();
app.Map("/api/{**rest}", () => Problems.NotFound("such address")).ExcludeFromDescription();
app.MapFallbackToFile("index.html", files);

// The OpenAPI document is written at build time by starting this program without serving: no database then.
if (System.Reflection.Assembly.GetEntryAssembly()?.GetName().Name != "GetDocument.Insider")
    try
    {
        app.Services.GetRequiredService<JournalStore>();
    }
    catch (CannotOpenException e)
    {
        Console.Error.WriteLine(e.Message);
        return CannotOpen;
    }
app.Run();
return 0;
