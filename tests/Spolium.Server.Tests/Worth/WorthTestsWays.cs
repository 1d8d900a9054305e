using Xunit;

namespace Spolium.Server.Tests.Worth;

/// <summary>Ways and saved plans.</summary>
public partial class WorthTests
{
    [Fact]
    public async Task Ways_stand_side_by_side_with_what_does_not_go_and_another_may_be_put_beside_them()
    {
        await using var shop = new Shop();
        var ways = await shop.Done("/api/lots/hl-9a/ways", new { Amount = "96.4 g" });
        var columns = ways.GetProperty("columns").EnumerateArray().ToList();
        Assert.Equal(4, columns.Count);
        Assert.All(columns, c => Assert.True(c.GetProperty("grams").GetProperty("likely").GetDouble() > 0.4));
        Assert.NotEqual(0, ways.GetProperty("refused").GetArrayLength());
        Assert.All(ways.GetProperty("refused").EnumerateArray(), r => Assert.NotEqual("", r.GetProperty("wayOut").GetString()));
        var more = ways.GetProperty("more")[0].GetProperty("id").GetString();
        var two = await shop.Done(
            "/api/lots/hl-9a/ways",
            new { Amount = "96.4 g", Wanted = new[] { columns[0].GetProperty("id").GetString(), more } }
        );
        Assert.Equal(
            [columns[0].GetProperty("id").GetString()!, more!],
            two.GetProperty("columns").EnumerateArray().Select(c => c.GetProperty("id").GetString()!)
        );
        var working = await shop.Done("/api/lots/hl-9a/ways/working?key=0/cost", new { Amount = "96.4 g" });
        Assert.Contains("hands", working.GetProperty("working").ToString());
        Assert.Equal(
            "wanted",
            Shop.First((await shop.Post("/api/lots/hl-9a/ways", new { Wanted = new[] { "a", "b", "c", "d", "e" } })).Body).Field
        );
        // The way of a column is planned below by its methods, under its title.
        var plan = await shop.Done(
            "/api/plan",
            new
            {
                LotId = "hl-9a",
                Amount = "96.4 g",
                Methods = columns[0].GetProperty("methods"),
            }
        );
        Assert.Equal(columns[0].GetProperty("title").GetString(), plan.GetProperty("wayTitle").GetString());
        // Column and stair are one plan, thickness of the lot and all.
        var leaves = (await shop.Done("/api/lots/hl-2a/ways", new { })).GetProperty("columns")[0];
        var stair = await shop.Done(
            "/api/plan",
            new
            {
                LotId = "hl-2a",
                Amount = "912.2 g",
                Methods = leaves.GetProperty("methods"),
            }
        );
        Assert.Equal(
            leaves.GetProperty("alone").GetProperty("value").GetString(),
            stair.GetProperty("unattended").GetProperty("value").GetString()
        );
        Assert.Equal(
            leaves.GetProperty("hands").GetProperty("range").GetString(),
            stair.GetProperty("attended").GetProperty("range").GetString()
        );
        var schools = (await shop.Get("/api/ways"))
            .GetProperty("methods")
            .EnumerateArray()
            .Single(m => m.GetProperty("id").GetString() == "sulfamic")
            .GetProperty("schools");
        Assert.Equal(4, schools.GetArrayLength());
    }

    [Fact]
    public async Task A_plan_is_saved_renamed_copied_compared_dropped_and_set_to_a_batch()
    {
        await using var shop = new Shop();
        object Plan(string id, string title, string? copyOf = null) =>
            new
            {
                Head = Shop.Head(),
                PlanId = id,
                Title = title,
                LotId = "hl-2a",
                Amount = "300 g",
                Methods = new[] { "nitric-part", "copper-cement", "wash", "dry", "melt" },
                CopyOf = copyOf,
            };
        await shop.Done("/api/plans", Plan("p1", "by copper"));
        Assert.Equal("title", Shop.First((await shop.Post("/api/plans", Plan("p2", "by copper"))).Body).Field);
        await shop.Done("/api/plans", Plan("p2", "by copper again", "p1"));
        await shop.Done("/api/plans/p2/rename", new { Head = Shop.Head(), Title = "a copy" });
        var list = await shop.Get("/api/plans");
        Assert.Contains(list.EnumerateArray(), p =>
            p.GetProperty("title").GetString() == "a copy" && p.GetProperty("copyOf").GetString() == "by copper"
        );
        var saved = await shop.Get("/api/plans/p1");
        Assert.All(saved.GetProperty("figures").EnumerateArray(), f => Assert.False(f.GetProperty("differs").GetBoolean()));
        await shop.Done(
            "/api/lots/hl-2a/content",
            new
            {
                Head = Shop.Head(),
                Content = new
                {
                    Lines = new[]
                    {
                        new
                        {
                            Element = "Ag",
                            Low = "4 %",
                            Likely = "5 %",
                            High = "6 %",
                            Of = "Whole",
                        },
                    },
                    Balance = "Cu",
                },
                How = "assay",
                Reason = "assay office",
                Pieces = 40,
            }
        );
        Assert.Contains((await shop.Get("/api/plans/p1")).GetProperty("figures").EnumerateArray(), f =>
            f.GetProperty("label").GetString() == "silver to come" && f.GetProperty("differs").GetBoolean()
        );
        await shop.Done("/api/plans/p2/drop", new { Head = Shop.Head() });
        Assert.Equal(404, (await shop.Post("/api/plans/p2/drop", new { Head = Shop.Head() })).Status);
        var batch = await shop.Done(
            "/api/batches",
            new
            {
                Head = Shop.Head(),
                BatchId = "26-20",
                Code = "26-20",
                LotId = "hl-2a",
                Amount = "300 g",
                Methods = new[] { "nitric-part", "copper-cement", "wash", "dry", "melt" },
                PlanId = "p1",
            }
        );
        Assert.Equal("by copper", batch.GetProperty("plan").GetString());
        Assert.Equal("26-20", (await shop.Get("/api/plans")).EnumerateArray().Single().GetProperty("batches")[0].GetString());
    }

    [Fact]
    public async Task A_closed_batch_says_what_it_left_over()
    {
        await using var shop = new Shop();
        var worth = await shop.Get("/api/batches/26-01/worth");
        Assert.StartsWith("gold paid", worth.GetProperty("lines")[0].GetProperty("kr").GetProperty("label").GetString());
        Assert.True(Kr(worth, "leftOver") > 2000);
        Assert.Contains("entries of the journal", (await shop.Get("/api/batches/26-01/worth/working?key=worth/hands")).ToString());
        Assert.Equal(
            System.Net.HttpStatusCode.NotFound,
            (await shop.Client.GetAsync("/api/batches/none/worth", TestContext.Current.CancellationToken)).StatusCode
        );
    }
}
