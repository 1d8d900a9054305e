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
        foreach (var (mass, reason) in new[] { ("heavy", "does not start with a number"), ("-5 g", "cannot be negative"), ("0 g", "nothing was received"), ("1e9 g", "more than this shop can hold"), ("1,284 g", "can be read two ways") })
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
        browser.See("metabisulphite 97");
        browser.Type("N-1, nitric acid: strength", "140 %");
        browser.See("more than the whole");
        browser.See("metabisulphite 97");
        browser.Type("N-1, nitric acid: strength", "34 %");
        browser.See("nitric acid 34");
        browser.Type("Taken into the batch", "lots");
        browser.See("does not start with a number");
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

    [Fact]
    public void Two_tabs_are_told_of_each_other()
    {
        browser.Go("/run/26-02");
        var before = browser.Written();
        var first = browser.Driver.CurrentWindowHandle;
        browser.Driver.SwitchTo().NewWindow(WindowType.Tab);
        browser.Go("/run/26-02");
        browser.Click(Browser.PourKey, "the key that logs a portion");
        browser.See($"What was written ({before + 1})");
        browser.Driver.Close();
        browser.Driver.SwitchTo().Window(first);
        // The page may have caught up by itself when it came to the front; then there is nothing to tell.
        if (browser.Written() == before)
        {
            browser.Click(Browser.PourKey, "the key that logs a portion");
            browser.See("Somebody wrote in between");
        }
        browser.See($"What was written ({before + 1})");
    }

    [Theory]
    [InlineData("/lots")]
    [InlineData("/lots/receive")]
    [InlineData("/plan/hl-1")]
    [InlineData("/run/26-02")]
    [InlineData("/run/26-01")]
    [InlineData("/trail/26-01")]
    public void Axe_finds_no_serious_fault(string path)
    {
        browser.Go(path);
        browser.Until(d => d.FindElements(By.CssSelector("main h1")).FirstOrDefault(), "the page");
        browser.Settle();
        Thread.Sleep(300);
        Assert.Empty(browser.Axe());
        if (path == "/trail/26-01")
        {
            browser.Press("by night");
            Thread.Sleep(300);
            Assert.Empty(browser.Axe());
        }
        Assert.Empty(browser.Console());
    }
}
