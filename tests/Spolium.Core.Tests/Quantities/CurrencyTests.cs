using Spolium.Core.Quantities;
using Spolium.Core.Ways;
using Xunit;

namespace Spolium.Core.Tests.Quantities;

/// <summary>The shop's own currency: how amounts of it are written and read.</summary>
public sealed class CurrencyTests : IDisposable
{
    private static readonly Currency Euro = new("€");
    private static readonly Currency Pound = new("£", Before: true);
    private static readonly Currency Whole = new("yn", Decimals: 0);

    public void Dispose() => Currency.Use(null);

    private static string Told(Currency? currency, double likely, double half = 0)
    {
        Currency.Use(currency);
        var amount =
            half > 0 ? new Draws("money").Spread("x", new(likely - half, likely, likely + half), Spread.Shift) : Amount.Certain(likely);
        return FigureText.WithRange(Working.Given(amount, Dimension.Money, "x", "test")).Replace(FigureText.ThinSpace, ' ');
    }

    [Fact]
    public void A_figure_has_its_sign_where_the_shop_wants_it()
    {
        Assert.Equal("1 234 kr", Told(null, 1234));
        Assert.Equal("1 234 €", Told(Euro, 1234));
        Assert.Equal("£1 234", Told(Pound, 1234));
        Assert.Equal("−£12.5", Told(Pound, -12.5));
        Assert.Matches(@"^£1 23\d \(1 1\d\d to 1 3\d\d\)$", Told(Pound, 1234, 100));
        Assert.Equal("12.34 €", Told(Euro, 12.3449));
        Assert.Equal("12 yn", Told(Whole, 12.3449));
        Currency.Use(Euro);
        var hour = Working.Given(55, Dimension.Money / Dimension.Time, "an hour", "test");
        Assert.Equal("55" + FigureText.ThinSpace + "€/h", FigureText.WithRange(hour));
        Assert.Equal("1" + FigureText.ThinSpace + "234" + FigureText.ThinSpace + "€", LotVerdict.Kr(1234.4));
        Currency.Use(Pound);
        Assert.Equal("£905", Currency.Text(PriceFigures.MadeUp.Rows.First(r => r.Item == "Au").Price));
    }

    [Theory]
    [InlineData("37.50 €", 37.5)]
    [InlineData("€ 37.50", 37.5)]
    [InlineData("1 234", 1234)]
    [InlineData("12,5", 12.5)]
    public void It_is_read_with_its_sign_or_without(string text, double value)
    {
        Currency.Use(Euro);
        var (number, wrong) = QuantityParser.Read(text, Field.Money);
        Assert.Null(wrong);
        Assert.Equal((value, text), (number!.Value, number.Text));
        Assert.Contains("€", number.InWords);
    }

    [Fact]
    public void Another_sign_is_never_taken_for_it()
    {
        Currency.Use(Euro);
        var (number, wrong) = QuantityParser.Read("50 kr", Field.Money);
        Assert.Null(number);
        Assert.Equal("write 50 €", wrong!.WayOut);
        Assert.NotNull(QuantityParser.Read("-5 €", Field.Money).Wrong);
        Currency.Use(null);
        Assert.Equal(50, QuantityParser.Read("50 kr", Field.Money).Number!.Value);
        Assert.NotNull(QuantityParser.Read("50 €", Field.Money).Wrong);
    }

    [Theory]
    [InlineData("", 2, "currency.sign")]
    [InlineData("5", 2, "currency.sign")]
    [InlineData("kr/g", 2, "currency.sign")]
    [InlineData("currency", 2, "currency.sign")]
    [InlineData("€", 9, "currency.decimals")]
    public void What_is_no_currency_is_refused(string sign, int decimals, string field) =>
        Assert.Equal(field, Assert.Single((PriceFigures.MadeUp with { Currency = new(sign, false, decimals) }).Check()).Field);

    // A request has its own: what another flow names does not reach it.
    [Fact]
    public async Task One_request_does_not_write_in_the_currency_of_another()
    {
        Currency.Use(null);
        await Task.Run(
            () =>
            {
                Currency.Use(Euro);
                Assert.Equal("€", Currency.Now.Sign);
            },
            TestContext.Current.CancellationToken
        );
        Assert.Equal("kr", Currency.Now.Sign);
    }
}
