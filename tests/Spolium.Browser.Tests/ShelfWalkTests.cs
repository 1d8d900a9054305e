using System.Globalization;
using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>An acid without a label: tested, put on the shelf, brought down, used in a batch; and the shelf falls.</summary>
public sealed class ShelfWalkTests : IDisposable
{
    private readonly Browser browser = new(demo: false);

    public void Dispose() => browser.Dispose();

    [Fact]
    public void An_acid_is_tested_diluted_saved_and_poured_and_the_shelf_falls()
    {
        Test();
        Dilute();
        Plan();
        Pour();
        Count();
        Assert.Empty(browser.Console());
    }

    private void Test()
    {
        browser.Go("/shelf");
        browser.See("Nothing stands here yet");
        browser.Driver.FindElement(By.TagName("body")).SendKeys("6");
        browser.See("How strong is it?");
        // The pan settles; Space takes what the scale shows into the empty field.
        browser.Press("no real scale");
        browser.Type("on the pan", "68.9 g");
        browser.Press("Put it on");
        browser.Until(
            d => d.FindElements(By.XPath("//footer[contains(., '68.9') and contains(., 'steady')]")).FirstOrDefault(),
            "a steady scale"
        );
        browser.Driver.FindElement(By.TagName("body")).SendKeys(Keys.Escape);
        browser.Field("weighed, glass taken off").SendKeys(" ");
        Assert.StartsWith("68.9", browser.Field("weighed, glass taken off").GetAttribute("value"));
        browser.Type("temperature of the liquid", "21 °C");
        browser.See("The measuring cylinder is what blurs it");
        browser.Click(By.XPath("//button[contains(@title, 'strength, by mass')]"), "the strength");
        browser.See("monotone cubic in strength");
        browser.Driver.FindElement(By.TagName("body")).SendKeys(Keys.Escape);
        // A page reloaded in the middle loses nothing.
        browser.Driver.Navigate().Refresh();
        browser.See("The measuring cylinder is what blurs it");
        browser.Press("Label as a bottle");
        browser.Type("what stands on it", "N-7");
        browser.Type("how much is in it", "1 L");
        browser.Type("what it cost", "90 kr");
        browser.Press("Put it on the shelf");
        browser.See("N-7, nitric acid");
        browser.See("weighed volume");
        browser.See("measuring cylinder; 21 °C");
    }

    private void Dilute()
    {
        browser.Follow("Dilute or blend it");
        browser.Type("strength wanted", "35 %");
        browser.Type("how much of it", "250 g");
        browser.See("vanish: volumes do not add up");
        browser.See("put water first");
        browser.Press("Made it: label the bottle");
        browser.Type("new bottle", "N-8");
        browser.Press("Put it on the shelf");
        browser.See("N-8, nitric acid, weak");
        browser.See("35.0");
        Assert.InRange(Grams("N-7"), 1110, 1140);
        Assert.InRange(Grams("N-8"), 430, 460);
    }

    private void Plan()
    {
        browser.Go("/lots/receive");
        browser.Type("Code", "W-1");
        browser.Type("What it is", "clad trial rings");
        browser.Type("Weight", "40 g");
        foreach (
            var (field, value) in new[]
            {
                ("Au low", "1.6 %"),
                ("Au likely", "2.1 %"),
                ("Au high", "2.7 %"),
                ("Cu low", "58"),
                ("Cu likely", "63"),
                ("Cu high", "70"),
            }
        )
            browser.Type(field, value);
        browser.Choose("The balance is", "Zn");
        browser.Press("Receive it");
        browser.Follow("Find the ways");
        browser.Way("gold by nitric strip, aqua regia");
        browser.Choose("nitric acid from", "N-8");
        browser.See("from N-8");
        browser.See("N-8 to a gram of metal");
        browser.Press("Start the batch");
        browser.See("Begin: strip");
    }

    private void Pour()
    {
        var before = Grams("N-8");
        browser.Go("/run");
        browser.Press("Begin");
        browser.Click(By.XPath("//div[@aria-label='doses of this step']//button[contains(., 'nitric acid')]"), "the nitric acid");
        browser.See("of N-8 to a gram of metal");
        var written = browser.Written();
        browser.Pour();
        browser.Until(_ => browser.Written() > written ? "" : null, "the logged portion");
        Assert.True(Grams("N-8") < before - 1);
        browser.See("What open batches still want");
        browser.See("What batches took");
        // Another bottle doses the rest anew.
        browser.Go("/run");
        browser.Click(By.XPath("//div[@aria-label='doses of this step']//button[contains(., 'nitric acid')]"), "the nitric acid");
        browser.Press("from another bottle");
        browser.Choose("nitric acid", "N-7");
        browser.Press("Dose from it");
        browser.See("N-8 + N-7");
    }

    private void Count()
    {
        browser.Go("/shelf/count");
        browser.Type("counted in N-7", "1100 g");
        browser.See("−");
        browser.Press("Post the count");
        // Bottles are linked beside the count too: it is left once it is written.
        browser.Until(d => d.Url.EndsWith("/shelf", StringComparison.Ordinal) ? "" : null, "the shelf");
        browser.Follow("N-7");
        browser.See("counted");
        Assert.Equal(1100, Grams("N-7"), 1e-9);
    }

    private double Grams(string bottle)
    {
        browser.Go("/shelf/bottle/" + bottle);
        browser.See("Movements");
        var text = browser
            .Driver.FindElement(By.XPath($"//aside[@aria-label='bottle {bottle}']//button[contains(@title, 'in {bottle} was')]"))
            .Text;
        return double.Parse(text.Replace("\u202F", "").Split(' ', 'g')[0], CultureInfo.InvariantCulture);
    }
}
