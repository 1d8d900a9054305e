using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>The ways beside the straight one: splitting, a liquor, taking back, keys, the past.</summary>
public sealed class OtherWaysTests(DemoBrowser demo) : IClassFixture<DemoBrowser>
{
    private readonly Browser browser = demo.Browser.Fresh();

    [Fact]
    public void A_lot_is_split_by_weighing_and_what_no_part_holds_is_seen()
    {
        Receive("SP-1", "100 g");
        browser.Press("Sort it into parts");
        browser.See("the strip shows whether they add up");
        var weights = browser.Driver.FindElements(By.XPath("//fieldset//label[.='Weight']/..//input"));
        Assert.True(weights.Count >= 2);
        weights[0].SendKeys("60 g");
        weights[1].SendKeys("30 g");
        browser.Press("Write the parts down");
        browser.See("the parts weigh 90.00 g, the lot 100.00 g");
        weights[1].SendKeys(Keys.Control + "a");
        weights[1].SendKeys("39.2 g");
        browser.Press("Write the parts down");
        browser.See("0.8\u202Fg not in any part");
        browser.Follow("SP-1b");
        browser.See("39.2 g");
        browser.Follow("Find the ways");
        browser.Way("gold by nitric strip, aqua regia");
        browser.See("metabisulphite 97");
    }

    [Fact]
    public void A_liquor_is_received_by_volume_and_planned_once_it_is_known_what_holds_its_metals()
    {
        browser.Go("/lots/receive");
        browser.Type("Code", "LQ-1");
        browser.Type("What it is", "spent fixer");
        browser.Click(By.XPath("//label[starts-with(., 'It is')]/..//input"), "what it is");
        browser.Click(By.XPath("//*[@role='option' and contains(., 'a liquor')]"), "a liquor");
        browser.Type("Volume", "18 L");
        browser.See("18 litres");
        browser.Type("Au low", "0.1 g/L");
        browser.Type("Au likely", "0.2 g/L");
        browser.Type("Au high", "0.5 g/L");
        browser.Press("Receive it");
        browser.See("LQ-1 spent fixer");
        browser.See("in each litre");
        browser.Follow("Find the ways");
        browser.See("there is no such way for this lot");
        browser.Go("/lots/receive");
        browser.Type("Code", "LQ-2");
        browser.Type("What it is", "spent fixer");
        browser.Click(By.XPath("//label[starts-with(., 'It is')]/..//input"), "what it is");
        browser.Click(By.XPath("//*[@role='option' and contains(., 'a liquor')]"), "a liquor");
        browser.Type("Volume", "2 L");
        browser.Click(By.XPath("//label[starts-with(., 'Its metals are held by')]/..//input"), "what holds its metals");
        browser.Click(By.XPath("//*[@role='option' and contains(., 'spent fixer')]"), "fixer");
        // Fixer holds silver, and no gold: the wrong metal is told at its line.
        browser.Type("Au low", "1 g/L");
        browser.Type("Au likely", "2 g/L");
        browser.Type("Au high", "3 g/L");
        browser.Press("Receive it");
        browser.See("does not stay in a fixer liquor");
    }

    [Fact]
    public void A_lot_and_a_batch_that_were_a_mistake_are_taken_back()
    {
        Receive("TB-1", "50 g");
        browser.Follow("Find the ways");
        browser.Way("gold by nitric strip, aqua regia");
        browser.Press("Start the batch");
        browser.Press("Give the metal back to its lot");
        browser.Type("What was wrong?", "wrong lot");
        browser.Press("Give the metal back to its lot");
        browser.See("Start the batch");
        browser.Go("/lots");
        browser.Follow("TB-1");
        browser.See("untouched");
        browser.Press("Take this lot back");
        browser.Type("What was wrong?", "weighed with the tray");
        browser.Press("Take this lot back");
        browser.Until(
            d => d.FindElements(By.XPath("//section[@aria-label='lots']//strong[.='TB-1']")).Count == 0 ? "" : null,
            "TB-1 gone from the list"
        );
    }

    [Fact]
    public void A_pour_is_logged_by_key_and_taken_back_with_a_reason()
    {
        browser.Go("/run/26-02");
        var before = browser.Written();
        browser.Driver.FindElement(By.TagName("body")).SendKeys("p");
        browser.See($"What was written ({before + 1})");
        browser.Click(By.XPath("//summary[starts-with(., 'What was written')]"), "the journal");
        browser.Press("take back");
        browser.Type("What was wrong?", "spilled beside the beaker");
        browser.Press("take back");
        browser.See("taken back: spilled beside the beaker");
        browser.See($"What was written ({before + 2})");
    }

    [Fact]
    public void The_trail_opens_postings_and_goes_back_in_time()
    {
        browser.Go("/trail/26-01");
        browser.See("came out; the feed held at least");
        browser.Click(By.XPath("//tr[th[.='filter']]//button[contains(., 'postings')]"), "the filter's postings");
        browser.See("estimated by the method, 4-clear closed");
        var slider = browser.Driver.FindElement(By.CssSelector("input[type=range]"));
        slider.SendKeys(Keys.Home);
        browser.See("nothing has come out yet");
        slider.SendKeys(Keys.End);
        browser.See("came out; the feed held at least");
    }

    [Fact]
    public void A_weighing_shows_what_would_follow_before_it_is_logged()
    {
        Receive("WG-1", "60 g");
        browser.Follow("Find the ways");
        browser.Way("gold by nitric strip, aqua regia");
        browser.Press("Start the batch");
        browser.Press("Begin");
        browser.See("Weigh the foils");
        // Before any acid there is nothing to weigh but what went in.
        browser.Pour(2);
        var before = browser.Written();
        browser.Type("Weigh the foils", "0.7 g");
        browser.See("goes from");
        Assert.Equal(before, browser.Written());
        browser.Go("/run");
        browser.See("What was written");
    }

    private void Receive(string code, string mass)
    {
        browser.Go("/lots/receive");
        browser.Type("Code", code);
        browser.Type("What it is", "trial rings");
        browser.Type("Weight", mass);
        foreach (
            var (field, text) in new[]
            {
                ("Au low", "1.6 %"),
                ("Au likely", "2.1 %"),
                ("Au high", "2.7 %"),
                ("Cu low", "58 %"),
                ("Cu likely", "63 %"),
                ("Cu high", "70 %"),
            }
        )
            browser.Type(field, text);
        browser.Choose("The balance is", "Zn");
        browser.Press("Receive it");
        browser.See($"{code} trial rings");
    }
}
