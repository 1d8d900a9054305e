using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>A drum of mixed copper liquor under a dose, then from the drum to sludge and to copper carbonate on the shelf.</summary>
public sealed class LeavingsWalkTests : IDisposable
{
    private readonly Browser browser = new Browser(demo: true).Fresh();

    public void Dispose() => browser.Dispose();

    private static readonly By Line = By.CssSelector("[role='slider']");

    private double Grams => double.Parse(browser.Driver.FindElement(Line).GetAttribute("aria-valuenow")!, Invariant);

    private static readonly System.Globalization.CultureInfo Invariant = System.Globalization.CultureInfo.InvariantCulture;

    [Fact]
    public void A_line_is_dragged_by_pointer_and_keys_and_what_stands_at_it_follows()
    {
        browser.Go("/leavings");
        browser.Click(By.XPath("//button[contains(., 'HL-10')]"), "HL-10");
        browser.See("What is in it");
        browser.See("basic copper carbonate");
        // All that falls wants two stages: nickel is not down by baking soda.
        browser.See("then filter, and");
        Assert.Empty(browser.Axe());
        var before = Grams;
        var line = browser.Driver.FindElement(Line);
        line.SendKeys(Keys.ArrowRight);
        browser.Until(_ => Grams > before ? "" : null, "the line moved by a key");
        line.SendKeys(Keys.Home);
        browser.Until(_ => Grams == 0 ? "" : null, "the line at its beginning");
        // At nothing poured it is as sour as its acid: pH under 1.
        browser.Until(_ => browser.Text.Contains("0.8", StringComparison.Ordinal) ? "" : null, "its pH before anything is poured");
        var picture = browser.Driver.FindElement(By.CssSelector("svg[aria-label^='pH and metals']"));
        new Actions(browser.Driver).MoveToElement(picture, 0, 0).ClickAndHold().MoveByOffset(40, 0).MoveByOffset(40, 0).Release().Perform();
        browser.Until(_ => Grams > 300 ? "" : null, "the line where the pointer left it");
        // A refresh and the way back keep it.
        var kept = Grams;
        browser.Driver.Navigate().Refresh();
        browser.Until(_ => browser.Has(Line) && Math.Abs(Grams - kept) < 1 ? "" : null, "the line where it was");
        // What is typed moves it; a wrong unit or a slipped point leaves it, and says why.
        var field = browser.Driver.FindElement(By.CssSelector("input[aria-label$='poured']"));
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("0,44 kg" + Keys.Enter);
        browser.Until(_ => Grams == 440 ? "" : null, "0.44 kg");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("5 L" + Keys.Enter);
        browser.See("is not a unit of mass");
        Assert.Equal(440, Grams);
        Assert.Equal("5 L", field.GetAttribute("value"));
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("44 kg" + Keys.Enter);
        browser.See("check the unit and the decimal point");
        Assert.Equal(440, Grams);
        Assert.Empty(browser.Console());
    }

    [Fact]
    public void A_drum_comes_down_to_copper_carbonate_on_the_shelf()
    {
        browser.Go("/leavings?from=Lot&id=hl-10");
        browser.Follow("Work it up this way");
        browser.See("charge that the base takes");
        // Only copper is wanted: washed, dried.
        browser.Go("/plan/hl-10?way=neutralise/wash/dry&o=1-neutralise.with:NaHCO3&o=1-neutralise.falls:copper");
        browser.See("is an impurity of the cake");
        browser.Settle();
        browser.Press("Start the batch");
        browser.Press("Begin: neutralise");
        browser.See("As it stands now");
        for (var i = 0; i < 30 && browser.MayPour(); i++)
            browser.Pour(1);
        Tick();
        browser.Press("neutralise is done");
        browser.Press("Begin: wash");
        browser.See("As it stands now");
        for (var i = 0; i < 5 && browser.MayPour(); i++)
            browser.Pour(1);
        Tick();
        browser.Press("wash is done");
        browser.Press("Begin: dry");
        browser.See("As it stands now");
        Tick();
        browser.Log("Weigh ", "258 g");
        browser.Press("dry is done");
        browser.See("Close the batch");
    }

    private void Tick()
    {
        var open = By.XPath("//button[@role='checkbox' and @aria-checked='false']");
        while (browser.Has(open))
            browser.Writes(() => browser.Click(open, "a sign"), "the sign logged");
    }
}
