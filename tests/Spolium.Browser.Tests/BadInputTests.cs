using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>One demo shop for all tests of this class.</summary>
public sealed class DemoBrowser : IDisposable
{
    public Browser Browser { get; } = new(demo: true);

    public void Dispose() => Browser.Dispose();
}

public sealed class BadInputTests(DemoBrowser demo) : IClassFixture<DemoBrowser>
{
    private readonly Browser browser = demo.Browser.Fresh();

    [Fact]
    public void Letters_negatives_nothing_too_much_and_more_than_all_are_told_at_the_field()
    {
        browser.Go("/lots/receive");
        browser.Type("Code", "BAD-1");
        browser.Type("What it is", "trial");
        browser.Type("Au low", "1 %");
        browser.Type("Au likely", "2 %");
        browser.Type("Au high", "3 %");
        foreach (
            var (mass, reason) in new[]
            {
                ("heavy", "does not start with a number"),
                ("-5 g", "cannot be negative"),
                ("0 g", "nothing was received"),
                ("1e9 g", "more than this shop can hold"),
                ("1,284 g", "can be read two ways"),
            }
        )
        {
            browser.Type("Weight", mass);
            browser.Press("Receive it");
            browser.See(reason);
        }
        browser.Type("Weight", "10 g");
        browser.Type("Au high", "104 %");
        browser.Press("Receive it");
        browser.See("more than the whole");
        // What was typed is still there.
        Assert.Equal("BAD-1", browser.Field("Code").GetAttribute("value"));
        browser.Go("/lots");
        browser.See("HL-1");
        Assert.DoesNotContain("BAD-1", browser.Text);
    }

    [Fact]
    public void A_bottle_of_140_percent_is_told_at_the_bottle_and_the_plan_stands()
    {
        browser.Go("/plan/hl-1");
        browser.Way("gold by nitric strip, aqua regia");
        browser.See("metabisulphite 97");
        browser.Choose("nitric acid from", "another, not on the shelf");
        browser.Type("nitric acid: strength", "140 %");
        browser.See("more than the whole");
        browser.See("metabisulphite 97");
        browser.Type("nitric acid: strength", "34 %");
        browser.See("nitric acid 34");
        browser.Choose("nitric acid from", "N-2");
        browser.See("nitric acid, weak or home-made 49.5");
        browser.Type("Taken into the batch", "lots");
        browser.See("does not start with a number");
    }

    [Fact]
    public void A_temperature_in_Fahrenheit_is_told_and_one_key_takes_what_would_agree()
    {
        browser.Go("/run/26-02");
        browser.Type("Temperature", "185 °C");
        browser.Click(By.XPath("//form[.//label[starts-with(., 'Temperature')]]//button[normalize-space(.)='Log']"), "log the temperature");
        browser.See("is hotter than this liquor can be");
        browser.See("85 °C would agree: degrees Fahrenheit written as Celsius");
        var before = browser.Written();
        browser.Driver.SwitchTo().ActiveElement().SendKeys(Keys.F2);
        browser.See("last 85 °C");
        browser.See($"What was written ({before + 1})");
        // Who knows better keeps it, and says why.
        browser.Type("Temperature", "185 °C");
        browser.Click(By.XPath("//form[.//label[starts-with(., 'Temperature')]]//button[normalize-space(.)='Log']"), "log the temperature");
        browser.Type("If it is so, why?", "read in the oil bath");
        browser.Click(By.XPath("//form[.//label[starts-with(., 'Temperature')]]//button[normalize-space(.)='Log']"), "log it once more");
        browser.Click(By.XPath("//summary[starts-with(., 'What was written')]"), "the journal");
        browser.See("kept because: read in the oil bath");
    }

    [Fact]
    public void A_slipped_point_in_a_pour_is_asked_about_and_nothing_is_written()
    {
        browser.Go("/run/26-02");
        var before = browser.Written();
        browser.Press("another amount");
        browser.Type("Poured, g", "20 g");
        browser.See("would be poured");
        browser.Press("Log it");
        browser.See("If it is so, why?");
        browser.Press("Leave it");
        Assert.Equal(before, browser.Written());
    }

    [Theory]
    [InlineData("0 g", "50 mL", "21 °C", "nothing was measured")]
    [InlineData("-5 g", "50 mL", "21 °C", "cannot be negative")]
    [InlineData("6.89 g", "50 mL", "21 °C", "68.9 g in place of 6.89")]
    [InlineData("68.9 g", "50 mL", "77 °C", "if it was 77 °F")]
    [InlineData("68.9 g", "50 mL", "130 °C", "hotter than this liquid can be")]
    [InlineData("81 g", "50 mL", "20 °C", "1.620 g/mL: nitric acid at 20 °C lies between")]
    public void Readings_that_cannot_be_are_caught_at_once(string mass, string volume, string temperature, string said)
    {
        browser.Go("/strength");
        browser.Type("weighed, glass taken off", mass);
        browser.Type("volume", volume);
        browser.Type("temperature of the liquid", temperature);
        browser.See(said);
        // Mended, the strength stands there, and a wish that cannot be leaves it standing.
        browser.Type("weighed, glass taken off", "68.9 g");
        browser.Type("temperature of the liquid", "21 °C");
        browser.See("nitric acid, by mass");
        browser.Type("strength wanted", "80 %");
        browser.See("is not weaker than nitric acid");
        browser.See("nitric acid, by mass");
    }

    [Fact]
    public void A_shelf_refuses_what_cannot_be_and_keeps_what_was_typed()
    {
        browser.Go("/shelf/receive");
        browser.Type("what stands on it", "N-1");
        browser.Choose("kind", "nitric acid, 65");
        browser.Type("how much is in it", "0 mL");
        browser.Type("strength on its label", "140 %");
        browser.Press("Put it on the shelf");
        browser.See("more than the whole");
        browser.Type("strength on its label", "68 %");
        browser.Press("Put it on the shelf");
        browser.See("N-1 is taken");
        browser.See("the bottle is empty");
        Assert.Equal("N-1", browser.Field("what stands on it").GetAttribute("value"));
        browser.Go("/shelf/file");
        browser.Driver.FindElement(By.TagName("textarea")).SendKeys("id,form,amount\nN-8,nitric-68,1 L\nN-9,vinegar,1 L");
        browser.Press("Bring in 2 bottles");
        browser.See("row 3: form");
        browser.Go("/shelf");
        browser.See("N-2");
        Assert.DoesNotContain("N-8", browser.Text);
        browser.Go("/shelf/count");
        browser.Type("counted in N-2", "13 g");
        browser.Press("Post the count");
        browser.See("count again");
        browser.Go("/shelf/count");
        Assert.Equal("13 g", browser.Field("counted in N-2").GetAttribute("value"));
    }

    [Fact]
    public void Two_tabs_are_told_of_each_other()
    {
        browser.Go("/run/26-02");
        browser.See("denitrate");
        // Another walk may have read it hotter than a portion may go into.
        browser.Writes(() => browser.Log("Temperature", "72 °C"), "it is hot, and not too hot");
        var before = browser.Written();
        var first = browser.Driver.CurrentWindowHandle;
        browser.Driver.SwitchTo().NewWindow(WindowType.Tab);
        browser.Go("/run/26-02");
        browser.Pour();
        browser.See($"What was written ({before + 1})");
        browser.Driver.Close();
        browser.Driver.SwitchTo().Window(first);
        // The page may have caught up by itself when it came to the front; then there is nothing to tell.
        if (browser.Written() == before)
        {
            browser.Pour();
            // Or it caught up while the hand moved: then the second portion is one of its own.
            browser.Until(
                d => browser.Text.Contains("Somebody wrote in between") || browser.Written() == before + 2 ? "" : null,
                "what came in between"
            );
        }
        else
            browser.See($"What was written ({before + 1})");
    }

    [Theory]
    [InlineData("/lots")]
    [InlineData("/lots/receive")]
    [InlineData("/plan/hl-1")]
    [InlineData("/run/26-02")]
    [InlineData("/run/26-01")]
    [InlineData("/trail/26-01")]
    [InlineData("/strength?bottle=N-2")]
    [InlineData("/strength/crystals")]
    [InlineData("/strength/drying")]
    [InlineData("/shelf/bottle/H-2")]
    [InlineData("/shelf/receive")]
    [InlineData("/shelf/count")]
    [InlineData("/shelf/file")]
    [InlineData("/sources")]
    public void Axe_finds_no_serious_fault(string path)
    {
        browser.Go(path);
        browser.Until(d => d.FindElements(By.CssSelector("main h1")).FirstOrDefault(), "the page");
        browser.Settle();
        Thread.Sleep(300);
        Assert.Empty(browser.Axe());
        if (path is "/trail/26-01" or "/shelf/bottle/H-2")
        {
            browser.Press("by night");
            Thread.Sleep(300);
            Assert.Empty(browser.Axe());
        }
        Assert.Empty(browser.Console());
    }
}
