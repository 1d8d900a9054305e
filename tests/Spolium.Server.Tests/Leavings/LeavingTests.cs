using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Leavings;

/// <summary>What is left over in the demo shop over the wire: the list, one of it, its curve and a dose.</summary>
public class LeavingTests
{
    private const string Drum = "from=Lot&id=hl-10";

    [Fact]
    public async Task What_is_left_over_stands_in_one_list()
    {
        await using var shop = new Shop();
        var list = await shop.Get("/api/leavings");
        var rows = list.GetProperty("leavings").EnumerateArray().ToList();
        Assert.Contains(rows, r => (Text(r, "from"), Text(r, "code"), Text(r, "amount")) == ("Lot", "HL-10", "7.5\u202FL"));
        Assert.Contains(rows, r => (Text(r, "from"), Text(r, "code")) == ("Pool", "P1"));
        Assert.Contains(rows, r => (Text(r, "from"), Text(r, "title")) == ("Holding", "strip liquor"));
        // Product and what went into a pot are none of it; each is asked for by its own id.
        Assert.DoesNotContain(rows, r => Text(r, "title").EndsWith(" bar", StringComparison.Ordinal));
        foreach (var r in rows.Where(r => Text(r, "from") != "Pool").Take(6))
            Assert.Equal(
                Text(r, "code"),
                Text(await shop.Get($"/api/leavings/one?from={Text(r, "from")}&id={Uri.EscapeDataString(Text(r, "id"))}"), "code")
            );
        var more = await shop.Get("/api/leavings?skip=40");
        Assert.Empty(Ids(more).Intersect(Ids(list)));
    }

    private static IEnumerable<string> Ids(JsonElement list) => list.GetProperty("leavings").EnumerateArray().Select(r => Text(r, "id"));

    private static string Text(JsonElement e, string name) => e.GetProperty(name).GetString()!;

    [Fact]
    public async Task A_drum_tells_what_is_in_it_and_each_figure_its_working()
    {
        await using var shop = new Shop();
        var drum = await shop.Get($"/api/leavings/one?{Drum}");
        var copper = drum.GetProperty("content").EnumerateArray().First();
        Assert.Equal("Cu", Text(copper, "element"));
        Assert.Equal(151, copper.GetProperty("grams").GetProperty("likely").GetDouble(), 1.0);
        // 0.2 mol/L in 7.5 L.
        Assert.Equal(94.5, drum.GetProperty("acid").GetProperty("likely").GetDouble(), 0.5);
        Assert.Contains("0.1 mol/L", drum.GetProperty("notWith")[0].GetString());
        var working = await shop.Get($"/api/leavings/one/working?{Drum}&key=holds/Cu");
        Assert.NotEmpty(working.GetProperty("working").EnumerateArray());
        // Of a pot the book knows the metals alone.
        var pot = await shop.Get("/api/leavings/one?from=Pool&id=P1");
        Assert.Contains(pot.GetProperty("content").EnumerateArray(), c => Text(c, "element") == "Au");
        Assert.Empty(pot.GetProperty("with").EnumerateArray());
    }

    // 1.5 mol of acid, 7.58 of charge in all: 640 g; nickel is for a second stage.
    [Fact]
    public async Task A_curve_finds_its_stages()
    {
        await using var shop = new Shop();
        var curve = await shop.Get($"/api/leavings/curve?{Drum}&with=NaHCO3");
        Assert.Equal(40, curve.GetProperty("points").GetArrayLength());
        var stages = curve.GetProperty("stages").EnumerateArray().ToList();
        Assert.Equal(["NaHCO3", "NaOH"], stages.Select(s => Text(s, "formula")));
        Assert.Contains("copper", stages[0].GetProperty("down").EnumerateArray().Select(x => x.GetString()));
        Assert.Contains("nickel", stages[0].GetProperty("left").EnumerateArray().Select(x => x.GetString()));
        Assert.Contains("nickel", stages[1].GetProperty("down").EnumerateArray().Select(x => x.GetString()));
        Assert.InRange(stages[0].GetProperty("grams").GetDouble(), 620, 760);
        // Bicarbonate does not come to pH 10; caustic does.
        Assert.Equal(JsonValueKind.Null, curve.GetProperty("marks")[2].GetProperty("grams").ValueKind);
        var caustic = await shop.Get($"/api/leavings/curve?{Drum}&with=NaOH");
        Assert.Equal(JsonValueKind.Number, caustic.GetProperty("marks")[2].GetProperty("grams").ValueKind);
        Assert.Equal(0, caustic.GetProperty("points")[39].GetProperty("gasL").GetDouble());
    }

    [Fact]
    public async Task A_dose_is_told_with_ranges_and_its_working()
    {
        await using var shop = new Shop();
        var dose = await shop.Get($"/api/leavings/dose?{Drum}&with=NaHCO3&dose=0.3 kg");
        Assert.Equal(300, dose.GetProperty("grams").GetDouble());
        var ph = dose.GetProperty("ph");
        Assert.InRange(ph.GetProperty("likely").GetDouble(), 3.8, 4.8);
        Assert.True(ph.GetProperty("low").GetDouble() < ph.GetProperty("likely").GetDouble());
        Assert.True(dose.GetProperty("outside").GetBoolean());
        var working = await shop.Get($"/api/leavings/dose/working?{Drum}&with=NaHCO3&dose=300 g&key=left/Cu");
        Assert.NotEmpty(working.GetProperty("working").EnumerateArray());
    }

    [Fact]
    public async Task Nonsense_and_what_is_not_there_are_refused_where_they_stand()
    {
        await using var shop = new Shop();
        var stop = TestContext.Current.CancellationToken;
        foreach (
            var (query, field) in new[]
            {
                ("with=NaHCO3&dose=-5 g", "dose"),
                ("with=NaHCO3&dose=much", "dose"),
                ("with=NaHCO3&strength=140 %25", "strength"),
                ("with=NaHCO3&most=0 g", "most"),
                ("with=NaHCO3&dose=1e200 g", "dose"),
                ("with=unobtainium", "with"),
            }
        )
        {
            var answer = await shop.Client.GetAsync($"/api/leavings/dose?{Drum}&{query}", stop);
            Assert.Equal(422, (int)answer.StatusCode);
            Assert.Equal(field, Shop.First(JsonDocument.Parse(await answer.Content.ReadAsStringAsync(stop)).RootElement).Field);
        }
        foreach (
            var (of, status) in new[]
            {
                ("from=Lot&id=hl-99", 404),
                ("from=Holding&id=26-01/nothing", 404),
                ("from=Pool&id=P1", 422),
                ("from=Lot&id=hl-9a", 422),
            }
        )
            Assert.Equal(status, (int)(await shop.Client.GetAsync($"/api/leavings/curve?{of}&with=NaOH", stop)).StatusCode);
    }

    [Fact]
    public async Task A_drum_has_its_label_its_ways_and_its_money()
    {
        await using var shop = new Shop();
        var label = await shop.Get($"/api/leavings/label?{Drum}");
        Assert.Equal("danger", Text(label, "signal"));
        Assert.Contains("eats", label.GetProperty("diamonds").EnumerateArray().Select(x => x.GetString()));
        Assert.Contains(label.GetProperty("substances").EnumerateArray(), s => Text(s, "formula") == "Cu(NO3)2");
        var working = await shop.Get($"/api/leavings/label/working?{Drum}&key=grams/Cu(NO3)2");
        Assert.NotEmpty(working.GetProperty("working").EnumerateArray());
        var drum = await shop.Get($"/api/leavings/one?{Drum}");
        var ways = drum.GetProperty("ways").EnumerateArray().ToList();
        Assert.Equal("", Text(ways.Single(w => Text(w, "method") == "neutralise"), "refused"));
        Assert.NotEqual("", Text(ways.Single(w => Text(w, "method") == "fixer-iron"), "refused"));
        Assert.True(drum.GetProperty("money").GetProperty("handOver").GetProperty("likely").GetDouble() < 0);
        Assert.NotEmpty(drum.GetProperty("joins").EnumerateArray());
        var pot = await shop.Get("/api/leavings/one?from=Pool&id=P1");
        Assert.Equal(15, pot.GetProperty("cameIn").GetArrayLength());
    }

    [Fact]
    public async Task A_reading_stands_on_the_curve_and_moves_the_metals()
    {
        await using var shop = new Shop();
        var curve = await shop.Get($"/api/leavings/curve?{Drum}&with=NaHCO3&read=500%20g%3D4.6");
        Assert.Equal(500, curve.GetProperty("read")[0].GetProperty("grams").GetDouble());
        var at = await shop.Get($"/api/leavings/dose?{Drum}&with=NaHCO3&dose=500%20g&read=500%20g%3D4.6");
        Assert.True(at.GetProperty("moved").GetArrayLength() > 3);
        // More soda than was believed to come to that pH: more copper, which was 151 g.
        var copper = at.GetProperty("moved").EnumerateArray().Single(m => Text(m, "label").StartsWith("copper", StringComparison.Ordinal));
        Assert.InRange(copper.GetProperty("likely").GetDouble(), 155, 185);
        Assert.Empty((await shop.Get($"/api/leavings/dose?{Drum}&with=NaHCO3&dose=500%20g")).GetProperty("moved").EnumerateArray());
    }
}
