using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>A person with an empty shop: from the lot to the bar, by mouse and keyboard, with the page reloaded on the way.</summary>
public sealed class WholeJobTests : IDisposable
{
    private readonly Browser browser = new(demo: false);

    public void Dispose() => browser.Dispose();

    [Fact]
    public void From_receiving_a_lot_to_the_bar_and_its_recovery()
    {
        browser.Go("/");
        browser.See("No lot yet");
        Receive();
        Plan();
        Strip();
        Dissolve();
        Denitrate();
        Clear();
        BringDown();
        Finish();
        ReadTheTrail();
        Assert.Empty(browser.Console());
    }

    private void Receive()
    {
        browser.Type("Code", "W-1");
        browser.Type("What it is", "clad trial rings");
        browser.Type("Weight", "40 g");
        browser.See("40 grams");
        browser.Type("Au low", "1.6 %");
        browser.Type("Au likely", "2.1 %");
        // A page reloaded in the middle loses nothing that was typed.
        browser.Driver.Navigate().Refresh();
        Assert.Equal("W-1", browser.Field("Code").GetAttribute("value"));
        Assert.Equal("2.1 %", browser.Field("Au likely").GetAttribute("value"));
        browser.Type("Au high", "2.7 %");
        browser.Type("Cu low", "58");
        browser.Type("Cu likely", "63");
        browser.Type("Cu high", "70");
        browser.Choose("The balance is", "Zn");
        browser.Press("Receive it");
        browser.See("W-1 clad trial rings");
        browser.See("untouched");
    }

    private void Plan()
    {
        browser.Follow("Find the ways");
        browser.Way("gold by nitric strip, aqua regia");
        browser.See("metabisulphite 97");
        browser.Click(By.XPath("//button[contains(@title, 'nitric acid in all')]"), "the nitric acid figure");
        browser.See("a guess of Spolium");
        browser.Driver.FindElement(By.TagName("body")).SendKeys(Keys.Escape);
        browser.Press("Start the batch");
        browser.See("Strip the base metal with nitric acid");
    }

    private void Strip()
    {
        browser.Press("Begin");
        browser.Pour(1);
        browser.See("Portion 1");
        var rungs = browser.Driver.FindElements(By.CssSelector("ol[aria-label^='portions of'] > li")).Count;
        Assert.True(rungs > 6);
        browser.Pour(rungs - 8);
        // The page reloaded in the middle of a step stands where it stood.
        browser.Driver.Navigate().Refresh();
        browser.See($"Portion {rungs - 7}");
        browser.Tick("no base metal at a cut edge", "one more small portion");
        browser.Pour(1);
        browser.Type("Weigh the foils", "0.87 g");
        browser.Click(By.XPath("//form[.//label[starts-with(., 'Weigh the foils')]]//button[not(@type='button')]"), "log the foils");
        browser.See("was 0.87 g");
        browser.Press("strip is done");
    }

    private void Dissolve()
    {
        browser.Press("Begin: dissolve");
        browser.Pour(2);
        browser.Tick("no metal grit under the rod", "one more small portion", "the air above the liquor colourless");
        browser.Press("dissolve is done");
    }

    private void Denitrate()
    {
        browser.Press("Begin: denitrate");
        // One portion may be tried cold; the next waits for the heat, and so does the sign.
        browser.Pour(1);
        browser.See("Read the temperature first");
        browser.Click(By.XPath("//button[@role='checkbox' and contains(., 'brings no fizz')]"), "the sign, cold");
        browser.See("only taken hot");
        browser.Type("Temperature", "163.4 °F");
        browser.See("= 73 °C");
        browser.Click(By.XPath("//form[.//label[starts-with(., 'Temperature')]]//button[not(@type='button')]"), "log the temperature");
        browser.Until(_ => browser.Text.Contains("Read the temperature first", StringComparison.Ordinal) ? null : browser, "it is hot");
        browser.Tick("the next portion brings no fizz", "no brown fume on warming", "moist iodide paper");
        browser.Press("denitrate is done");
    }

    private void Clear()
    {
        browser.Press("Begin: clear");
        browser.Pour(3);
        browser.Tick("the filtrate is crystal clear", "a drop of the last wash");
        browser.Press("clear is done");
    }

    private void BringDown()
    {
        browser.Press("Begin: bring down");
        browser.Pour(3);
        // Another amount, late: what it changes downstream is shown before it is logged.
        browser.Press("another amount");
        browser.Type("Poured, g", "0.5 g");
        browser.See("0.5 grams");
        browser.Click(By.XPath("//label[starts-with(., 'when')]/select/option[@value='10']"), "ten minutes ago");
        browser.Press("Log it");
        browser.Until(
            d => d.FindElements(By.XPath("//button[starts-with(normalize-space(.), 'another amount')]")).FirstOrDefault(),
            "the logged amount"
        );
        browser.Tick("a drop with stannous chloride", "the last portion brought no more brown", "the powder has settled");
        browser.Press("bring down is done");
    }

    private void Finish()
    {
        browser.Press("Begin: wash, melt");
        browser.Pour(3);
        browser.Type("Weigh the bar", "0.82 g");
        browser.Type("Fineness or purity, if it was assayed", "995 ‰");
        browser.Click(By.XPath("//form[.//label[starts-with(., 'Weigh the bar')]]//button[not(@type='button')]"), "log the bar");
        browser.See("was 0.82 g");
        browser.Tick("the last wash shows no copper", "two weighings 30 minutes apart", "the bar is poured");
        browser.Press("wash, melt is done");
        browser.See("All steps are done");
        browser.Press("Close the batch");
        browser.See("is closed");
    }

    private void ReadTheTrail()
    {
        browser.Follow("Where every gram went");
        browser.See("came out; the feed held at least");
        // 0.82 g at 995 ‰ is 0.8159 g; 40 g at 2.1 % held 0.84 g.
        var product = browser.Driver.FindElement(By.XPath("//span[.='came out as product']/following-sibling::button")).Text;
        Assert.StartsWith("0.816", product);
        var recovery = browser.Driver.FindElement(By.XPath("//span[starts-with(., 'recovery')]/following-sibling::button"));
        var percent = double.Parse(recovery.Text.Split(' ')[0]);
        Assert.InRange(percent, 95, 99);
        browser.Click(By.XPath("//span[starts-with(., 'recovery')]/following-sibling::button"), "the recovery");
        browser.See("feed, never below what came out of it");
        browser.Click(By.XPath("//button[@aria-label='Cu']"), "copper");
        browser.See("Copper of batch");
        // Keys lead to the places.
        browser.Driver.FindElement(By.TagName("body")).SendKeys("2");
        browser.See("none left");
        browser.Driver.FindElement(By.TagName("body")).SendKeys("?");
        browser.See("Keys in Lots");
    }
}
