using System.Net;
using System.Net.Http.Json;
using System.Text;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace Spolium.Server.Tests.Guard;

/// <summary>Laws over every address of the server: who is let in.</summary>
public class LetInTests
{
    /// <summary>Addresses with their methods, with something in the place of what varies.</summary>
    private static List<(string Method, string Path)> Addresses(Shop shop, bool writes) =>
        [
            .. shop
                .Services.GetRequiredService<EndpointDataSource>()
                .Endpoints.OfType<RouteEndpoint>()
                .SelectMany(e =>
                    (e.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? []).Select(m =>
                        (
                            Method: m,
                            Path: "/" + System.Text.RegularExpressions.Regex.Replace(e.RoutePattern.RawText!.Trim('/'), @"\{[^}]*\}", "x")
                        )
                    )
                )
                .Where(a =>
                    a.Method == "GET" != writes
                    && a.Path.StartsWith("/api", StringComparison.Ordinal)
                    && !a.Path.EndsWith("/live", StringComparison.Ordinal)
                ),
        ];

    private static async Task<HttpStatusCode> Ask(
        Shop shop,
        string method,
        string path,
        string type,
        params (string Name, string Value)[] headers
    )
    {
        using var request = new HttpRequestMessage(new(method), path);
        if (method != "GET")
            request.Content = new StringContent("{}", Encoding.UTF8, type);
        foreach (var (name, value) in headers)
            request.Headers.TryAddWithoutValidation(name, value);
        using var answer = await shop.Client.SendAsync(request);
        return answer.StatusCode;
    }

    [Fact]
    public async Task Every_write_demands_JSON_and_a_page_from_here_and_every_address_its_own_name()
    {
        await using var shop = new Shop(demo: false);
        var writes = Addresses(shop, true);
        Assert.True(writes.Count > 60, $"only {writes.Count} addresses write");
        foreach (var (method, path) in writes)
        {
            Assert.Equal(HttpStatusCode.UnsupportedMediaType, await Ask(shop, method, path, "text/plain"));
            Assert.Equal(HttpStatusCode.UnsupportedMediaType, await Ask(shop, method, path, "application/x-www-form-urlencoded"));
            Assert.Equal(HttpStatusCode.Forbidden, await Ask(shop, method, path, "application/json", ("Origin", "http://elsewhere.test")));
            Assert.Equal(HttpStatusCode.Forbidden, await Ask(shop, method, path, "application/json", ("Origin", "null")));
            Assert.Equal(HttpStatusCode.Forbidden, await Ask(shop, method, path, "application/json", ("Sec-Fetch-Site", "cross-site")));
            Assert.Equal(
                HttpStatusCode.Forbidden,
                await Ask(shop, method, path, "application/json", ("Sec-Fetch-Site", "same-site"), ("Origin", "http://localhost"))
            );
        }
        foreach (var (method, path) in writes.Concat(Addresses(shop, false)))
            Assert.Equal(HttpStatusCode.BadRequest, await Ask(shop, method, path, "application/json", ("Host", "evil.test")));
        Assert.Empty(shop.Store.Read());
    }

    [Theory]
    [InlineData("Sec-Fetch-Site", "same-origin")]
    [InlineData("Sec-Fetch-Site", "none")]
    [InlineData("Origin", "http://localhost")]
    [InlineData("Origin", "http://LOCALHOST:80")]
    public async Task A_page_of_the_shop_is_let_in(string name, string value)
    {
        await using var shop = new Shop(demo: false);
        Assert.Equal(HttpStatusCode.OK, await Ask(shop, "POST", "/api/instruments/balance/tare", "application/json", (name, value)));
    }

    [Fact]
    public async Task The_page_is_asked_for_anew_by_every_address_and_answers_are_compressed()
    {
        await using var shop = new Shop();
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/shelf");
        request.Headers.AcceptEncoding.ParseAdd("br");
        using var answer = await shop.Client.SendAsync(request, TestContext.Current.CancellationToken);
        Assert.Equal("br", Assert.Single(answer.Content.Headers.ContentEncoding));
        foreach (var path in new[] { "/", "/run", "/lots/hl-1", "/index.html" })
        {
            using var page = await shop.Client.GetAsync(path, TestContext.Current.CancellationToken);
            // Without a built web there is no page; with one it is never kept.
            if (page.IsSuccessStatusCode)
                Assert.True(page.Headers.CacheControl?.NoCache, path);
        }
    }

    [Fact]
    public async Task A_request_of_more_than_a_megabyte_is_too_large_and_says_so()
    {
        await using var shop = new Shop(demo: false);
        using var answer = await shop.Client.PostAsJsonAsync(
            "/api/quantities/read",
            new { Text = new string('1', 100_000), Field = "Mass" },
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Contains("text: it has 100000 characters", await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
    }
}
