using Xunit;

namespace Spolium.Server.Tests;

public class PlanTests
{
    [Fact]
    public async Task A_plan_has_doses_vessels_gas_and_the_opening_statement_and_its_figures_open()
    {
        await using var shop = new Shop();
        var request = new { LotId = "hl-1", Amount = "412.6 g" };
        var plan = await shop.Done("/api/plan", request);
        Assert.StartsWith("Local codes", plan.GetProperty("opening").GetString());
        Assert.Equal(6, plan.GetProperty("steps").GetArrayLength());
        Assert.InRange(plan.GetProperty("gold").GetProperty("likely").GetDouble(), 8.3, 8.7);
        var figure = await shop.Done("/api/plan/working?key=1-nitric-strip%2Fdose%2Fnitric%2Fgrams", request);
        Assert.Contains("nitric acid for the copper", figure.ToString());
    }

    [Fact]
    public async Task Schools_and_bottles_change_the_doses()
    {
        await using var shop = new Shop();
        async Task<double> Dose(object request, int step, int dose) => (await shop.Done("/api/plan", request)).GetProperty("steps")[step].GetProperty("doses")[dose].GetProperty("grams").GetProperty("likely").GetDouble();
        var usual = new { LotId = "hl-1", Amount = "200 g" };
        var school = new { LotId = "hl-1", Amount = "200 g", Options = new Dictionary<string, object> { ["metabisulphite"] = new { school = "2.6" } } };
        Assert.Equal(2, await Dose(school, 4, 1) / await Dose(usual, 4, 1), 0.01);
        object[] bottles =
        [
            new { Id = "N-2", Name = "nitric acid", Formula = "HNO3", Strength = "34 %", Density = "1.21" },
            new { Id = "H-1", Name = "hydrochloric acid", Formula = "HCl", Strength = "37 %", Density = "1.184" },
            new { Id = "S-1", Name = "sulfamic acid", Formula = "H3NSO3", Strength = "99 %", Density = (string?)null },
            new { Id = "M-1", Name = "metabisulphite", Formula = "Na2S2O5", Strength = "97 %", Density = (string?)null },
            new { Id = "B-1", Name = "borax", Formula = "Na2B4O7", Strength = "100 %", Density = (string?)null },
        ];
        Assert.Equal(2, await Dose(new { LotId = "hl-1", Amount = "200 g", Bottles = bottles }, 0, 1) / await Dose(usual, 0, 1), 0.05);
    }

    [Theory]
    [InlineData("140 %", "1.4", "bottles[0].strength")]
    [InlineData("68 %", "14", "bottles[0].density")]
    [InlineData("strong", "1.4", "bottles[0].strength")]
    public async Task Impossible_bottles_are_refused(string strength, string density, string field)
    {
        await using var shop = new Shop();
        var (status, problem) = await shop.Post("/api/plan", new { LotId = "hl-1", Amount = "200 g", Bottles = new[] { new { Id = "N", Name = "nitric acid", Formula = "HNO3", Strength = strength, Density = density } } });
        Assert.Equal(422, status);
        Assert.Contains(problem.GetProperty("errors").EnumerateArray(), e => e.GetProperty("field").GetString() == field);
    }

    [Fact]
    public async Task Unknown_addresses_and_lots_are_told_so()
    {
        await using var shop = new Shop();
        Assert.Equal(404, (await shop.Post("/api/plan", new { LotId = "nowhere", Amount = "1 g" })).Status);
        using var answer = await shop.Client.GetAsync("/api/nothing");
        Assert.Equal(404, (int)answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType!.MediaType);
    }

    [Fact]
    public async Task Every_answer_forbids_other_origins()
    {
        await using var shop = new Shop();
        using var answer = await shop.Client.GetAsync("/api/health");
        var policy = answer.Headers.GetValues("Content-Security-Policy").Single();
        Assert.Contains("default-src 'self'", policy);
        Assert.DoesNotContain("http", policy);
    }

    [Fact]
    public async Task The_document_names_every_address_of_the_pages()
    {
        await using var shop = new Shop();
        var paths = (await shop.Get("/api/openapi.json")).GetProperty("paths").EnumerateObject().Select(p => p.Name).ToList();
        Assert.Contains("/api/batches/{batchId}/trail", paths);
        Assert.Contains("/api/plan", paths);
    }
}
