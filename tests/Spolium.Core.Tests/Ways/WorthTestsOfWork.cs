using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Xunit;

namespace Spolium.Core.Tests.Ways;

public partial class WorthTests
{
    // A furnace that burns gas takes no power: 0.764 h of the melt at 30 kr, and 1.5 kW × 0.764 h × 2.6 kr less of power.
    [Fact]
    public void A_furnace_burns_gas_or_takes_power()
    {
        var gas = PriceFigures.MadeUp with
        {
            Rows = [.. PriceFigures.MadeUp.Rows, new(PriceKind.Work, PriceList.Gas, TypedNumber.Of(30, Field.Money, "kr"))],
        };
        var (burns, electric) = (
            Of(Contacts(), true, true, terms: new(gas, new Dictionary<string, Working>())),
            Of(Contacts(), true, true)
        );
        double Line(Worth w, string id) => w.Lines.Single(l => l.Id == id).Kr.Likely;
        Assert.Equal(-0.764 * 30, Line(burns, "gas"), 0.1);
        Assert.Equal(1.5 * 0.764 * 2.6, Line(burns, "power") - Line(electric, "power"), 0.05);
        Assert.DoesNotContain(electric.Lines, l => l.Id == "gas");
    }

    // ± of a price is ± of what it makes; bar and scrap go up and down with the same price.
    [Fact]
    public void A_price_that_is_written_with_its_spread_moves_the_sheet()
    {
        var silver = PriceFigures.MadeUp with
        {
            Rows = [.. PriceFigures.MadeUp.Rows.Select(r => r.Item == "Ag" ? r with { Price = r.Price with { PlusMinus = 1.12 } } : r)],
        };
        var (sure, unsure) = (
            Of(Contacts(), true, true).Lines.Single(l => l.Id == "paid").Kr,
            Of(Contacts(), true, true, terms: new(silver, new Dictionary<string, Working>())).Lines.Single(l => l.Id == "paid").Kr
        );
        Assert.Equal(sure.Likely, unsure.Likely, 1e-6);
        // 140.6 g × 0.92 × 1.12 kr either way.
        Assert.Equal(2 * 140.6 * 0.92 * 1.12, unsure.Range.Width, 40.0);
        Assert.True(sure.Range.Width < 1);
        var price = silver.OfMetal("Ag")!;
        Assert.Equal(price.Amount[7], silver.OfMetal("Ag")!.Amount[7]);
    }
}
