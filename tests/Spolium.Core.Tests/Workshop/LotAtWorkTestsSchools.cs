using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Spolium.Core.Vessels;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Workshop;

/// <summary>Methods that do the same: which of them a way takes; and kinds of scrap that some methods are not for.</summary>
public partial class LotAtWorkTests
{
    private static State Priced(State state, params (string Formula, double? KrPerKg)[] reagents) =>
        After(
            state,
            PriceDecisions.Keep(
                state,
                PriceFigures.MadeUp with
                {
                    Id = string.Join(' ', reagents),
                    Rows =
                    [
                        .. PriceFigures.MadeUp.Rows.Where(r => reagents.All(x => x.Formula != r.Item)),
                        .. reagents
                            .Where(x => x.KrPerKg is not null)
                            .Select(x => new PriceRow(PriceKind.Reagent, x.Formula, TypedNumber.Of(x.KrPerKg!.Value, Field.Money, "kr"))),
                    ],
                }
            )
        );

    private static readonly Content Gold = new([new("Au", Given.Share(91), Given.Share(91.6), Given.Share(92))], "Cu");

    // 916 g of gold want some 700 g of metabisulphite: where that is dear the next of its kind takes its place, and one without a price
    // never does.
    [Fact]
    public void The_search_takes_the_school_that_leaves_most_over()
    {
        string Fall(State state) => Of(state, "x-gold").Way!.Way.Methods.Single(WayMap.Schools("metabisulphite").Contains);
        // No bottle stands there that somebody paid for: the list's prices count.
        var empty = Ledger.Empty.State;
        var lot = After(empty, LotDecisions.Receive(empty, "x-gold", "G-1", "gold", "metal", Given.Grams(1000, 0.1), Gold, null));
        Assert.Equal("metabisulphite", Fall(Priced(lot)));
        var dear = Priced(lot, ("Na2S2O5", 3000));
        Assert.Equal("ferrous", Fall(dear));
        var way = Of(dear, "x-gold").Way!;
        var by = string.Join('/', way.Way.Methods.Select(m => m == "ferrous" ? "metabisulphite" : m));
        Assert.True(way.Worth!.Margin.Likely > Of(dear, "x-gold", way: by).Way!.Worth!.Margin.Likely + 1000);
        Assert.NotEqual("ferrous", Fall(Priced(lot, ("Na2S2O5", 3000), ("FeSO4·7H2O", null))));
    }

    // An alloy through and through has no plating: baths that lift one are not proposed for it.
    [Fact]
    public void No_kind_of_alloy_is_offered_a_bath_for_platings()
    {
        var alloys = MaterialLibrary.All.Where(m => m.Marks.Contains("alloy")).ToList();
        Assert.True(alloys.Count > 20);
        foreach (var kind in alloys)
        {
            var content = new Content([new("Au", Given.Share(2), Given.Share(6), Given.Share(10))], "Cu", Marks: kind.Marks);
            var feed = content.ToCharge(Working.Exact(500, "500 g", Dimension.Mass), new Draws("kinds"));
            foreach (var lift in new[] { "chlorine-lift", "peroxide-etch" })
            {
                var method = MethodCatalogue.Of(lift);
                var options = new StepOptions(method, new Dictionary<string, string>());
                var plan = method.Plan(feed, options, new Shop(Shop.UsualBottles, Vessel.Beakers, 0.01), Facts.None, new Draws("kinds"));
                Assert.Contains(plan.Refusals, r => r.Gate is { Mark: "alloy", Duty: Duty.Lift });
            }
        }
        Assert.All(MaterialLibrary.All.Where(m => m.Id.StartsWith("karat")), m => Assert.Contains("alloy", m.Marks));
    }

    // Its worth lies in metals that no way of today brings out: it is sold, and the verdict says what stands against a way.
    [Fact]
    public void A_catalyst_is_sold_as_it_is()
    {
        var content = new Content(
            [
                new("Pt", Given.Share(0.2), Given.Share(0.3), Given.Share(0.4)),
                new("Pd", Given.Share(0.2), Given.Share(0.3), Given.Share(0.4)),
            ],
            null,
            Marks: ["catalyst"]
        );
        var worth = Of(With("x-cat", content, Given.Grams(1000)), "x-cat");
        Assert.Equal(VerdictKind.Sell, worth.Verdict.Kind);
        Assert.Contains("no way of today is for a catalyst", worth.Verdict.Reason);
    }

    // What lies in the residue pays for the work without any of the way's own metal: no content of that turns it.
    [Fact]
    public void What_pays_without_the_metal_of_its_way_has_no_break_even()
    {
        var content = new Content(
            [new("Pd", Given.Share(40), Given.Share(45), Given.Share(50)), new("Ag", Given.Share(50), Given.Share(55), Given.Share(60))],
            null
        );
        var worth = Of(With("x-pd", content, Given.Grams(500)), "x-pd");
        Assert.Equal("Ag", worth.Way!.Way.Element);
        var pays = Pays(With("x-pd", content, Given.Grams(500)), "x-pd");
        Assert.Null(pays.BreakEven);
        Assert.Equal("", pays.Words);
    }

    [Fact]
    public void Where_the_content_lies_below_it_says_from_where_on_it_pays()
    {
        var poor = new Content([new("Ag", Given.Share(4), Given.Share(5), Given.Share(6))], "Cu");
        var poorly = At(With("x-poor", poor), "x-poor");
        Assert.Matches(
            @"^To work it off pays where the silver is above 2[0-9] %\.$",
            poorly.PaysFrom(string.Join('/', HobLaneWays.SilverByCopper)).Words
        );
    }
}
