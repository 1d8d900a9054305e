using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>A leaving becomes a lot, and an element that no rule reckons is written down: once as intended, once clumsily.</summary>
public sealed class TakeOverWalkTests : IDisposable
{
    private readonly Browser browser = new(demo: true);

    public void Dispose() => browser.Dispose();

    [Fact]
    public void A_leaving_of_the_trail_becomes_a_lot_that_is_planned()
    {
        browser.Go("/trail/26-01");
        browser.See("Gold of batch 26-01");
        browser.Click(By.XPath("//tr[th[normalize-space()='barren liquor']]//a[contains(., 'make it a lot')]"), "make it a lot");
        browser.See("Barren liquor of 26-01 becomes a lot");
        Assert.Empty(browser.Axe());
        // The wrong unit, a refresh in the middle, and then as it should be.
        browser.Type("Code", "HL-21");
        browser.Type("Its volume", "400 g");
        browser.Press("Make it a lot");
        browser.See("measure it in millilitres");
        browser.Driver.Navigate().Refresh();
        browser.See("Barren liquor of 26-01 becomes a lot");
        browser.Type("Code", "HL-1");
        browser.Type("Its volume", "400 mL");
        browser.Press("Make it a lot");
        browser.See("taken");
        browser.Type("Code", "HL-21");
        browser.Press("Make it a lot");
        browser.See("taken over from barren liquor of 26-01");
        browser.See("copper");
        browser.Go("/trail/26-01");
        browser.See("barren liquor, in HL-21");
        browser.Driver.Navigate().Back();
        browser.See("HL-21");
        Assert.Empty(browser.Console());
    }

    [Fact]
    public void An_element_without_a_rule_is_a_line_that_says_so()
    {
        browser.Go("/lots/receive");
        browser.See("balance");
        Element("Mn");
        browser.See("Mn is carried along");
        Element("Au");
        browser.See("take out");
        Assert.Empty(browser.Axe());
    }

    private void Element(string symbol) =>
        browser.Choose(
            By.XPath("//input[@aria-label='element 1']"),
            By.XPath($"//*[@role='option' and normalize-space(.)='{symbol}']"),
            $"{symbol} in the first line"
        );
}
