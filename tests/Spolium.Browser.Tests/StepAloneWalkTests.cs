using System.Diagnostics;
using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>One step by itself, as a newcomer and then clumsily: answered at once, kept, printed on a card, made a batch of.</summary>
public sealed class StepAloneWalkTests : IDisposable
{
    private readonly Browser browser = new(demo: true);

    public void Dispose() => browser.Dispose();

    [Fact]
    public void Twenty_five_grams_of_silver_in_solution_how_much_salt()
    {
        var clock = Stopwatch.StartNew();
        browser.Go("/plan/step");
        browser.See("400 millilitres of nitrate liquor with silver 25 grams");
        browser.See("table salt 98");
        // The whole answer stands long before ten seconds are over.
        Assert.True(clock.Elapsed < TimeSpan.FromSeconds(10));
        browser.See("13.54");
        Assert.Empty(browser.Axe());

        // Clumsily: letters, a range the wrong way round, and no volume; nothing typed is lost, the last good answer stands.
        browser.Type("Grams, or a range", "lots");
        browser.See("does not start with a number");
        browser.Type("Grams, or a range", "30-20 g");
        browser.See("must rise");
        browser.Type("Grams, or a range", "20–30 g");
        browser.See("20 to 30 g, likely 25 g");
        browser.Type("Volume", "");
        browser.See("a liquor has a volume");
        browser.Driver.Navigate().Refresh();
        Assert.Equal("20–30 g", browser.Field("Grams, or a range").GetAttribute("value"));
        browser.Type("Volume", "600 mL");
        browser.See("600 millilitres of nitrate liquor");

        browser.Type("Keep it as", "salt for the Tuesday liquor");
        browser.Press("Keep");
        browser.See("salt for the Tuesday liquor");

        // Another method on metal, refused with the way round it.
        browser.Choose("Step", "Dissolve the silver in nitric acid");
        browser.Choose("On", "metal");
        browser.See("silver 20 to 30 g");
        browser.Press("another element");
        browser.Driver.FindElements(By.XPath("//label[starts-with(., 'Grams, or a range')]/..//input"))[1].SendKeys("6 g");
        browser.See("copper 6 grams");
        browser.See("nitric acid 68");

        // The kept one comes back, and becomes a lot and a batch.
        browser.Press("salt for the Tuesday liquor");
        browser.See("600 millilitres of nitrate liquor");
        browser.Press("Make it batch");
        browser.See("the lot has no code");
        browser.Type("Code of its lot", "ST-1");
        browser.Press("Make it batch");
        browser.See("Begin: bring down");
        browser.Follow("A card to print");
        browser.See("Temperature, time, initials");
        browser.See("clear top liquor");
        Assert.Empty(browser.Console());
    }

    [Fact]
    public void A_second_refine_is_put_into_a_batch_under_way_and_a_vessel_is_named()
    {
        browser.Go("/run/26-02");
        browser.Press("Put further steps in");
        browser.Choose("Behind", "5 bring down");
        browser.Type("Why", "dark powder");
        browser.Press("Put in");
        browser.Until(d => d.FindElements(By.CssSelector("ol[aria-label='steps'] > li")).Count == 10 ? "" : null, "four steps more");
        browser.Go("/shelf/vessels");
        browser.See("None is named yet");
        browser.Type("Its code", "B1");
        browser.Press("Name it");
        browser.See("Plans choose from these");
        browser.See("not weighed");
        Assert.Empty(browser.Axe());
        Assert.Empty(browser.Console());
    }
}
