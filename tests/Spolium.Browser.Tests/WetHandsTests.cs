using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>A resting finger, a double tap, a server that stops, a card of paper: what the bench does to a page.</summary>
public sealed class WetHandsTests(DemoBrowser demo) : IClassFixture<DemoBrowser>
{
    private readonly Browser browser = Answering(demo.Browser).Fresh();

    // An earlier test may have fallen while the server was cut off.
    private static Browser Answering(Browser browser)
    {
        Block(browser);
        browser.Driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new() { ["media"] = "" });
        return browser;
    }

    // "Portion 3: 0.12 g of sulfamic acid"
    private int Portion() => int.Parse(browser.See("Portion ").Text.Split(' ', ':')[1], System.Globalization.CultureInfo.InvariantCulture);

    private void Hold(string key, int times)
    {
        for (var i = 0; i < times; i++)
        {
            browser.Driver.ExecuteCdpCommand(
                "Input.dispatchKeyEvent",
                new()
                {
                    ["type"] = "keyDown",
                    ["key"] = key,
                    ["code"] = "Key" + key.ToUpperInvariant(),
                    ["text"] = key,
                    ["autoRepeat"] = i > 0,
                }
            );
            Thread.Sleep(60);
        }
        browser.Driver.ExecuteCdpCommand(
            "Input.dispatchKeyEvent",
            new()
            {
                ["type"] = "keyUp",
                ["key"] = key,
                ["code"] = "Key" + key.ToUpperInvariant(),
            }
        );
    }

    [Fact]
    public void A_held_key_and_a_double_tap_pour_one_portion_and_undo_takes_it_back()
    {
        browser.Go("/run/26-02");
        browser.See("As it stands now");
        Assert.True(browser.MayPour());
        var (written, portion) = (browser.Written(), Portion());
        // A finger that rests for two and a half seconds.
        Hold("p", 40);
        browser.See($"Portion {portion + 1}");
        Assert.Equal(written + 1, browser.Written());
        // A second tap in the same place, 450 ms later, meets what was logged.
        Assert.True(browser.MayPour());
        var key = browser.Driver.FindElement(Browser.PourKey);
        var (x, y) = (key.Location.X + key.Size.Width / 2, key.Location.Y + key.Size.Height / 2);
        key.Click();
        Thread.Sleep(450);
        new Actions(browser.Driver).MoveToLocation(x, y).Click().Perform();
        browser.See($"Portion {portion + 2}");
        browser.See("logged ");
        Assert.Equal(written + 2, browser.Written());
        browser.Press("undo");
        browser.See($"Portion {portion + 1}");
        Assert.Equal(written + 3, browser.Written());
    }

    [Fact]
    public void Another_reagent_is_taken_up_before_it_can_be_poured()
    {
        browser.Go("/plan/hl-9a");
        browser.See("Start the batch");
        browser.Press("Start the batch");
        browser.Press("Begin: ");
        browser.See("As it stands now");
        var written = browser.Written();
        browser.Click(Browser.PourKey, "the first reagent");
        browser.See("Take up ");
        // The key that stands in its place pours nothing; nor does its letter.
        Assert.False(browser.Has(Browser.PourKey));
        Hold("p", 1);
        browser.Until(_ => browser.Has(Browser.PourKey) ? "" : null, "the armed key");
        Assert.Equal(written + 1, browser.Written());
        browser.Pour();
        browser.Until(_ => browser.Written() > written + 1 ? "" : null, "the second reagent logged");
        Assert.Equal(written + 2, browser.Written());
    }

    [Theory]
    [InlineData("/run/26-02", "If it foams")]
    [InlineData("/plan/hl-3a", "Start the batch")]
    [InlineData("/lots", "HL-9a")]
    [InlineData("/shelf", "N-1")]
    [InlineData("/books", "recover")]
    public void A_server_that_stops_takes_nothing_off_the_page_and_comes_back_by_itself(string page, string known)
    {
        browser.Go(page);
        browser.See(known);
        browser.Settle();
        Browser.HandMoves();
        var before = browser.Driver.FindElement(By.TagName("main")).Text;
        Block(browser, "*/api/*");
        browser.Driver.ExecuteScript("document.dispatchEvent(new Event('visibilitychange')); dispatchEvent(new Event('focus'))");
        browser.See("Spolium does not answer. What stands here");
        Thread.Sleep(1500);
        browser.See(known);
        var now = browser.Driver.FindElement(By.TagName("main")).Text.Split('\n').ToHashSet();
        Assert.All(before.Split('\n'), l => Assert.Contains(l, now));
        Block(browser);
        browser.Until(_ => browser.Text.Contains("does not answer", StringComparison.Ordinal) ? null : "", "the answer");
        browser.See(known);
    }

    [Theory]
    [InlineData("by day")]
    [InlineData("by night")]
    public void A_card_takes_one_page_of_white_paper(string theme)
    {
        browser.Go("/run/26-02/card");
        browser.See("Done when");
        if (theme == "by night")
            browser.Press("by night");
        var printed =
            (Dictionary<string, object>)
                browser.Driver.ExecuteCdpCommand(
                    "Page.printToPDF",
                    new()
                    {
                        ["paperWidth"] = 8.27,
                        ["paperHeight"] = 11.69,
                        ["printBackground"] = true,
                    }
                )!;
        var pdf = Convert.FromBase64String((string)printed["data"]);
        var pages = System.Text.RegularExpressions.Regex.Count(System.Text.Encoding.Latin1.GetString(pdf), @"/Type\s*/Page\b(?!s)");
        Assert.Equal(1, pages);
        browser.Driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new() { ["media"] = "print" });
        Assert.Equal(
            "#fff",
            browser.Driver.ExecuteScript("return getComputedStyle(document.documentElement).getPropertyValue('--paper').trim()")
        );
        Assert.True(browser.Driver.FindElement(By.TagName("main")).Size.Width > 600);
        browser.Driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new() { ["media"] = "" });
    }

    [Fact]
    public void A_late_pour_whose_answer_was_lost_is_written_once_however_often_it_is_pressed()
    {
        browser.Go("/run/26-02");
        browser.See("As it stands now");
        Assert.True(browser.MayPour());
        var written = browser.Written();
        browser.Click(By.XPath("//label[starts-with(., 'when')]/select/option[@value='10']"), "ten minutes ago");
        // The server writes; its answer is lost on the way.
        browser.Driver.ExecuteScript(
            "window.real = window.fetch; window.fetch = async (r, ...rest) => { const a = await real(r, ...rest); if "
                + "(String(r.url).endsWith('/pours')) throw new TypeError('cut'); return a; }"
        );
        browser.Pour();
        browser.See("Spolium does not answer");
        Thread.Sleep(1100);
        browser.Click(Browser.PourKey, "again, and its answer is lost too");
        Thread.Sleep(1100);
        browser.Driver.ExecuteScript("window.fetch = window.real");
        browser.Click(Browser.PourKey, "and again");
        browser.See("logged ");
        Assert.Equal(written + 1, browser.Written());
    }

    private static void Block(Browser browser, params string[] urls)
    {
        browser.Driver.ExecuteCdpCommand("Network.enable", []);
        browser.Driver.ExecuteCdpCommand("Network.setBlockedURLs", new() { ["urls"] = urls });
    }
}
