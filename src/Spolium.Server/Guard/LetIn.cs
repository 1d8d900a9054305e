using System.Net;
using Microsoft.AspNetCore.HostFiltering;
using Microsoft.AspNetCore.Mvc;

namespace Spolium.Server.Guard;

/// <summary>
/// Who may ask: this machine under its own names, and pages that came from here. A page from elsewhere can make a browser send a request,
/// but not without its origin, nor with a content type that is asked for first.
/// </summary>
public static class LetIn
{
    private static readonly string[] OwnNames = ["localhost", "127.0.0.1", "[::1]"];

    /// <summary>Names under which the shop is asked beside those of the machine itself, divided by blanks or semicolons: setting
    /// "hosts".</summary>
    public static void AddLetIn(this IServiceCollection services, IConfiguration configuration) =>
        services.Configure<HostFilteringOptions>(o =>
        {
            o.AllowedHosts = [.. OwnNames, .. (configuration["hosts"] ?? "").Split([' ', ';', ','], StringSplitOptions.RemoveEmptyEntries)];
            o.AllowEmptyHosts = false;
            o.IncludeFailureMessage = false;
        });

    /// <summary>Refuses what does not come from here, before anything is read of it.</summary>
    public static void UseLetIn(this IApplicationBuilder app)
    {
        app.UseHostFiltering();
        app.Use(
            async (context, next) =>
            {
                if (Refuse(context.Request) is { } problem)
                {
                    context.Response.StatusCode = problem.Status!.Value;
                    await context.Response.WriteAsJsonAsync(
                        problem,
                        (System.Text.Json.JsonSerializerOptions?)null,
                        "application/problem+json"
                    );
                }
                else
                    await next();
            }
        );
    }

    private static bool Reads(HttpRequest request) => HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);

    private static ProblemDetails? Refuse(HttpRequest request)
    {
        if (Reads(request))
            return null;
        if (!FromHere(request))
            return Problem(
                StatusCodes.Status403Forbidden,
                "This was not asked by a page of this shop",
                "Open Spolium by its own address and do it there. Nothing was written."
            );
        return request.HasJsonContentType()
            ? null
            : Problem(
                StatusCodes.Status415UnsupportedMediaType,
                "The request is not JSON",
                "Send it as application/json, in the shape that /api/openapi.json describes. Nothing was written."
            );
    }

    // A browser says where a page came from. What says nothing is no browser: it is let in from this machine alone.
    private static bool FromHere(HttpRequest request)
    {
        var site = request.Headers["Sec-Fetch-Site"].ToString();
        var origin = request.Headers.Origin.ToString();
        if (site.Length > 0 && site is not ("same-origin" or "none"))
            return false;
        if (origin.Length > 0)
            return Uri.TryCreate(origin, UriKind.Absolute, out var from)
                && from.Scheme == request.Scheme
                && string.Equals(
                    from.Authority,
                    new UriBuilder($"{request.Scheme}://{request.Host}").Uri.Authority,
                    StringComparison.OrdinalIgnoreCase
                );
        return site.Length > 0 || request.HttpContext.Connection.RemoteIpAddress is not { } address || IPAddress.IsLoopback(address);
    }

    private static ProblemDetails Problem(int status, string title, string detail) =>
        new()
        {
            Status = status,
            Title = title,
            Detail = detail,
            Type = "urn:spolium:not-let-in",
        };
}
