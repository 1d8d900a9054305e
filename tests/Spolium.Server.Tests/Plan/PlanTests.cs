using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Plan;

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
        Assert.InRange(plan.GetProperty("product").GetProperty("likely").GetDouble(), 8.3, 8.7);
        var figure = await shop.Done("/api/plan/working?key=1-nitric-strip%2Fdose%2Fnitric%2Fgrams", request);
        Assert.Contains("nitric acid for the copper", figure.ToString());
    }

    [Fact]
    public async Task Schools_and_bottles_change_the_doses()
    {
        await using var shop = new Shop();
        async Task<double> Dose(object request, int step, int dose) =>
            (await shop.Done("/api/plan", request))
                .GetProperty("steps")[step]
                .GetProperty("doses")[dose]
                .GetProperty("grams")
                .GetProperty("likely")
                .GetDouble();
        var usual = new { LotId = "hl-1", Amount = "200 g" };
        var school = new
        {
            LotId = "hl-1",
            Amount = "200 g",
            Options = new Dictionary<string, object> { ["metabisulphite"] = new { school = "2.6" } },
        };
        Assert.Equal(2, await Dose(school, 4, 1) / await Dose(usual, 4, 1), 0.01);
        object[] bottles =
        [
            new
            {
                Id = "X-1",
                Formula = "HNO3",
                Strength = "34 %",
                Density = "1.21",
            },
        ];
        Assert.Equal(
            2,
            await Dose(
                new
                {
                    LotId = "hl-1",
                    Amount = "200 g",
                    Bottles = bottles,
                },
                0,
                1
            ) / await Dose(usual, 0, 1),
            0.05
        );
    }

    [Fact]
    public async Task A_bottle_of_the_shelf_doses_by_its_own_strength_and_a_second_one_follows_when_it_is_empty()
    {
        await using var shop = new Shop();
        async Task<JsonElement> Nitric(params object[] bottles) => (
                await shop.Done(
                    "/api/plan",
                    new
                    {
                        LotId = "hl-1",
                        Amount = "400 g",
                        Bottles = bottles,
                    }
                )
            ).GetProperty("steps")[0].GetProperty("doses")[1];
        double Grams(JsonElement d) => d.GetProperty("grams").GetProperty("likely").GetDouble();
        var usual = await Nitric();
        Assert.Equal("N-1", usual.GetProperty("bottleId").GetString());
        Assert.Equal(
            usual.GetProperty("millilitres").GetProperty("likely").GetDouble() / 400,
            usual.GetProperty("perGram").GetProperty("likely").GetDouble(),
            1e-6
        );
        var weak = await Nitric(new { Id = "N-2" });
        Assert.Equal(68 / 49.53, Grams(weak) / Grams(usual), 0.03);
        // N-2 holds 1.3 kg: with N-1 behind it, the dose comes from both.
        var both = await Nitric(new { Id = "N-2" }, new { Id = "N-1" });
        Assert.Equal("N-2 + N-1", both.GetProperty("bottleId").GetString());
        Assert.Equal(
            ["N-2", "N-1"],
            both.GetProperty("rungs").EnumerateArray().Select(r => r.GetProperty("bottleId").GetString()).Distinct()
        );
        var (status, problem) = await shop.Post(
            "/api/plan",
            new
            {
                LotId = "hl-1",
                Amount = "1 g",
                Bottles = new[] { new { Id = "N-1", Strength = "50 %" } },
            }
        );
        Assert.Equal((422, "bottles[0].strength"), (status, Shop.First(problem).Field));
        Assert.Equal(
            "bottles[0].id",
            Shop.First(
                (
                    await shop.Post(
                        "/api/plan",
                        new
                        {
                            LotId = "hl-1",
                            Amount = "1 g",
                            Bottles = new[] { new { Id = "N-9" } },
                        }
                    )
                ).Body
            ).Field
        );
    }

    [Theory]
    [InlineData("140 %", "1.4", "bottles[0].strength")]
    [InlineData("68 %", "14", "bottles[0].density")]
    [InlineData("strong", "1.4", "bottles[0].strength")]
    public async Task Impossible_bottles_are_refused(string strength, string density, string field)
    {
        await using var shop = new Shop();
        var (status, problem) = await shop.Post(
            "/api/plan",
            new
            {
                LotId = "hl-1",
                Amount = "200 g",
                Bottles = new[]
                {
                    new
                    {
                        Id = "N",
                        Formula = "HNO3",
                        Strength = strength,
                        Density = density,
                    },
                },
            }
        );
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

    // Of a lot that is all base metal a later step may find nothing to work on: no figure goes by a gram of nothing.
    [Theory]
    [InlineData("Zn", null)]
    [InlineData("Cu", null)]
    [InlineData("Au", null)]
    [InlineData(null, null)]
    [InlineData(null, "0 %")]
    [InlineData("Zn", "0.001 %")]
    public async Task Whatever_a_lot_holds_its_plans_can_be_read(string? balance, string? gold)
    {
        await using var shop = new Shop();
        object[] content = gold is null
            ? []
            :
            [
                new
                {
                    Element = "Au",
                    Low = gold,
                    Likely = gold,
                    High = gold,
                    Of = "Whole",
                },
            ];
        await shop.Done(
            "/api/lots",
            new
            {
                Head = Shop.Head(),
                LotId = "odd",
                Code = "ODD",
                Title = "odd",
                Material = "odd",
                Amount = "52 g",
                Content = content,
                Balance = balance,
            }
        );
        foreach (var way in (await shop.Get("/api/ways")).GetProperty("ways").EnumerateArray())
        {
            // A figure that is no number breaks the answer off: it can then not be read.
            var (status, _) = await shop.Post(
                "/api/plan",
                new
                {
                    LotId = "odd",
                    Amount = "52 g",
                    Way = way.GetProperty("id").GetString(),
                }
            );
            Assert.True(status is 200 or 422, $"{way.GetProperty("id")}: {status}");
        }
        Assert.Equal(200, (await shop.Post("/api/lots/odd/ways", new { })).Status);
        // What nobody named stands as such, though plans count it as copper.
        var lot = await shop.Get("/api/lots/odd");
        if (balance is null)
        {
            Assert.Equal("metal of unknown kind", lot.GetProperty("unknown").GetProperty("label").GetString());
            Assert.DoesNotContain(lot.GetProperty("content").EnumerateArray(), c => c.GetProperty("element").GetString() == "Al");
        }
    }
}
