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
        browser.Press("Close the batch");
        browser.See("closed");
        browser.Go("/shelf/receive");
        browser.Type("what stands on it", "CC-1");
        browser.Choose("kind", "basic copper carbonate");
        browser.Type("how much is in it", "258 g");
        browser.Click(By.XPath("//input[@placeholder='no, bought']"), "made by a batch");
        browser.Click(By.XPath("//*[@role='option'][1]"), "the batch that was started last");
        browser.Press("Put it on the shelf");
        browser.See("CC-1");
        browser.See("basic copper carbonate");
        Assert.Empty(browser.Console());
    }

    // Wrong unit, more than is there, a pH that is none; then it leaves, its receipt comes, and it turns out that it never left.
    [Fact]
    public void A_drum_is_labelled_handed_over_and_stands_in_the_register()
    {
        browser.Go("/leavings?from=Lot&id=hl-10");
        browser.Follow("Label, hand over");
        browser.See("eats skin, eyes, metal");
        browser.See("by the book; pH");
        Assert.Empty(browser.Axe());
        browser.Type("How much goes", "3 g");
        browser.Type("pH, as read", "80");
        browser.Press("It left the house");
        browser.See("write how many litres went");
        browser.See("pH 80 cannot be");
        browser.See("such as 20 L canister");
        browser.Type("How much goes", "30 L");
        browser.Type("pH, as read", "0.8");
        browser.Type("In what", "10 L canister");
        browser.Type("Who takes it", "Harbour Waste Station");
        browser.Press("It left the house");
        browser.See("of HL-10 is left");
        browser.Type("How much goes", "3 L");
        browser.Press("It left the house");
        browser.See("What left the house");
        browser.See("Harbour Waste Station");
        browser.Driver.Navigate().Refresh();
        browser.See("Cu(NO3)2");
        browser.Driver.FindElement(By.CssSelector("input[aria-label='receipt for HL-10']")).SendKeys("R-7781");
        browser.Press("It came");
        browser.See("R-7781");
        browser.Go("/leavings?from=Lot&id=hl-10");
        browser.See("4.5");
        browser.Go("/leavings/register");
        browser.Press("It never left");
        browser.Type("What was wrong?", "they did not come");
        browser.Press("It never left");
        browser.See("Nothing was handed over yet");
        Assert.Empty(browser.Console());
    }

    [Fact]
    public void A_pH_that_was_read_moves_what_is_believed()
    {
        browser.Go("/leavings?from=Lot&id=hl-10");
        browser.Click(By.XPath("//summary[contains(., 'Your own pH readings')]"), "own readings");
        browser.Type("baking soda poured so far", "5 L");
        browser.Type("pH read", "4.9");
        browser.Press("Put it on the curve");
        browser.See("is not a unit of mass");
        browser.Type("baking soda poured so far", "520 g");
        browser.Press("Put it on the curve");
        browser.See("By these readings there is in it");
        browser.See("pH 4.9 after 520 g");
        browser.Until(_ => browser.Has(By.CssSelector("svg circle")) ? "" : null, "the reading on the curve");
        browser.Driver.Navigate().Refresh();
        browser.See("pH 4.9 after 520 g");
        browser.Press("Believe it so from now on");
        browser.Until(_ => browser.Driver.Url.Contains("read=", StringComparison.Ordinal) ? null : "", "the lot as it is believed now");
        browser.Go("/lots/hl-10");
        browser.See("pH 4.9 after 520 g");
        Assert.Empty(browser.Console());
    }

    [Fact]
    public void A_stock_pot_is_worked_up_and_goes_back_to_its_batches()
    {
        browser.Go("/leavings?from=Pool&id=P1");
        browser.See("What went into it, 15");
        browser.See("if all of it came out");
        browser.Follow("The tub or pot");
        browser.Click(By.XPath("//section[starts-with(@aria-label, 'P1')]//button[.='It was worked up']"), "worked up");
        browser.Type("Weighed", "0.02 g");
        browser.Type("How", "copper a week, then iron");
        browser.Press("Share it back");
        browser.See("copper a week, then iron");
        browser.Go("/leavings");
        browser.See("HL-10");
        Assert.DoesNotContain("barren gold liquors", browser.Text);
    }

    private void Tick()
    {
        var open = By.XPath("//button[@role='checkbox' and @aria-checked='false']");
        while (browser.Has(open))
            browser.Writes(() => browser.Click(open, "a sign"), "the sign logged");
    }
}
