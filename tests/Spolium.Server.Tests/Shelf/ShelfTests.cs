using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Shelf;

public partial class ShelfTests
{
    private static async Task<JsonElement> Bottle(Shop shop, string id) => (await shop.Get("/api/shelf/" + id)).GetProperty("bottle");

    private static async Task<double> Grams(Shop shop, string id) =>
        (await Bottle(shop, id)).GetProperty("contents").GetProperty("likely").GetDouble();

    private static object Receive(params object[] bottles) => new { Head = Shop.Head(), Bottles = bottles };

    [Fact]
    public async Task A_bottle_is_received_tested_opened_counted_and_thrown_away_and_each_can_be_taken_back()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done(
            "/api/shelf",
            Receive(
                new
                {
                    Id = "N-7",
                    Form = "nitric-68",
                    Amount = "1 L",
                    Strength = "68 %",
                    Price = "90 kr",
                    Place = "cupboard",
                    UseBy = "2027-03-01",
                }
            )
        );
        Assert.Equal(1404.8, await Grams(shop, "N-7"), 0.5);
        var reading = new
        {
            Solute = "HNO3",
            By = "Weighed",
            Mass = "68.9 g",
            Volume = "50 mL",
            Vessel = "flask",
            Temperature = "21 °C",
        };
        var tested = await shop.Done("/api/shelf/N-7/tests", new { Head = Shop.Head(), Readings = reading });
        Assert.InRange(tested.GetProperty("bottle").GetProperty("strength").GetProperty("likely").GetDouble(), 61, 64);
        Assert.Equal(2, tested.GetProperty("tests").GetArrayLength());
        Assert.Contains("68.9 g", tested.GetProperty("tests")[0].GetProperty("readings").ToString());
        Assert.NotEqual(
            JsonValueKind.Null,
            (await shop.Done("/api/shelf/N-7/open", new { Head = Shop.Head() })).GetProperty("bottle").GetProperty("openedAt").ValueKind
        );
        await shop.Done("/api/shelf/count", new { Head = Shop.Head(), Lines = new[] { new { BottleId = "N-7", Amount = "1.3 kg" } } });
        Assert.Equal(1300, await Grams(shop, "N-7"), 1e-6);
        var gone = await shop.Done("/api/shelf/N-7/discard", new { Head = Shop.Head(), Where = "acid drum D1" });
        Assert.True(gone.GetProperty("bottle").GetProperty("discarded").GetBoolean());
        var entry = gone.GetProperty("moves")[0].GetProperty("entryId").GetString();
        var back = await shop.Done(
            "/api/shelf/N-7/corrections",
            new
            {
                Head = Shop.Head(),
                Corrects = entry,
                Reason = "wrong bottle",
            }
        );
        Assert.Equal(1300, back.GetProperty("bottle").GetProperty("contents").GetProperty("likely").GetDouble(), 1e-6);
        Assert.All(shop.Store.Ledger.Book.Postings.GroupBy(p => (p.EntryId, p.Element)), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
        Assert.Equal(404, (await shop.Post("/api/shelf/N-9/open", new { Head = Shop.Head() })).Status);
        Assert.Equal(
            422,
            (
                await shop.Post(
                    "/api/shelf/N-7/tests",
                    new
                    {
                        Head = Shop.Head(),
                        Readings = new
                        {
                            Solute = "HCl",
                            By = "Label",
                            Label = "30",
                        },
                    }
                )
            ).Status
        );
    }

    [Fact]
    public async Task The_same_request_twice_receives_one_bottle()
    {
        await using var shop = new Shop(demo: false);
        var request = new
        {
            Head = Shop.Head(),
            Bottles = new[]
            {
                new
                {
                    Id = "N-7",
                    Form = "nitric-68",
                    Amount = "1 L",
                },
            },
        };
        await shop.Done("/api/shelf", request);
        await shop.Done("/api/shelf", request);
        Assert.Single(shop.Store.Ledger.State.Entries);
    }

    [Fact]
    public async Task What_a_reading_told_is_what_the_new_bottle_has_and_what_is_mixed_is_taken_from_it()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done(
            "/api/shelf",
            Receive(
                new
                {
                    Id = "N-7",
                    Form = "nitric-weak",
                    Amount = "1 L",
                    Reading = new
                    {
                        Solute = "HNO3",
                        By = "Weighed",
                        Mass = "68.9 g",
                        Volume = "50 mL",
                        Vessel = "cylinder",
                        Temperature = "24 °C",
                    },
                }
            )
        );
        Assert.InRange((await Bottle(shop, "N-7")).GetProperty("strength").GetProperty("likely").GetDouble(), 62, 65);
        var before = await Grams(shop, "N-7");
        var mixed = await shop.Done(
            "/api/shelf/mix",
            new
            {
                Head = Shop.Head(),
                Id = "N-8",
                Form = "nitric-weak",
                Parts = new[] { new { BottleId = "N-7", Amount = "250 g" }, new { BottleId = "water", Amount = "200 g" } },
            }
        );
        Assert.Equal(450, mixed.GetProperty("bottle").GetProperty("contents").GetProperty("likely").GetDouble(), 1e-6);
        Assert.Equal(before - 250, await Grams(shop, "N-7"), 1e-6);
        Assert.Equal(
            "form",
            Shop.First(
                (
                    await shop.Post(
                        "/api/shelf",
                        Receive(
                            new
                            {
                                Id = "N-9",
                                Form = "hcl-37",
                                Amount = "1 L",
                                Reading = new
                                {
                                    Solute = "HNO3",
                                    By = "Label",
                                    Label = "60",
                                },
                            }
                        )
                    )
                ).Body
            ).Field
        );
    }

    [Fact]
    public async Task A_bottle_made_in_a_batch_keeps_its_batch_and_its_measured_strength()
    {
        await using var shop = new Shop();
        var made = await shop.Done(
            "/api/shelf/from-batch",
            new
            {
                Head = Shop.Head(),
                BatchId = "26-01",
                Bottle = new
                {
                    Id = "N-5",
                    Form = "nitric-weak",
                    Amount = "300 mL",
                    Reading = new
                    {
                        Solute = "HNO3",
                        By = "Hydrometer",
                        Hydrometer = "1.20",
                        Temperature = "20 °C",
                    },
                },
            }
        );
        Assert.Equal("26-01", made.GetProperty("bottle").GetProperty("madeIn").GetString());
        Assert.InRange(made.GetProperty("bottle").GetProperty("strength").GetProperty("likely").GetDouble(), 31, 35);
        Assert.Equal(
            422,
            (
                await shop.Post(
                    "/api/shelf/from-batch",
                    new
                    {
                        Head = Shop.Head(),
                        BatchId = "99-99",
                        Bottle = new
                        {
                            Id = "N-6",
                            Form = "nitric-weak",
                            Amount = "300 mL",
                        },
                    }
                )
            ).Status
        );
    }

    [Fact]
    public async Task A_table_comes_in_whole_or_not_at_all_and_what_goes_out_comes_back()
    {
        await using var shop = new Shop();
        var out1 = await shop.Client.GetStringAsync("/api/shelf/export.csv");
        Assert.Contains("N-2,nitric-weak,", out1);
        await using var other = new Shop(demo: false);
        await other.Done("/api/shelf/import", new { Head = Shop.Head(), Csv = out1 });
        Assert.Equal(out1, await other.Client.GetStringAsync("/api/shelf/export.csv"));
        var (status, problem) = await other.Post(
            "/api/shelf/import",
            new
            {
                Head = Shop.Head(),
                Csv = "id;form;amount;strength\nN-8;nitric-68;1 L;68 %\nN-9;vinegar;lots;68 %\nN-8;nitric-68;0 L;140 %\n",
            }
        );
        Assert.Equal(422, status);
        var fields = problem.GetProperty("errors").EnumerateArray().Select(e => e.GetProperty("field").GetString()!).ToList();
        Assert.Contains("row 3: amount", fields);
        Assert.Contains("row 4: strength", fields);
        Assert.False(other.Store.Ledger.State.Shelf.ContainsKey("N-8"));
        Assert.Equal(
            "row 1",
            Shop.First((await other.Post("/api/shelf/import", new { Head = Shop.Head(), Csv = "id,amount\nN-8,1 L" })).Body).Field
        );
        Assert.Equal(422, (await other.Post("/api/shelf/import", new { Head = Shop.Head(), Csv = "" })).Status);
    }
}
