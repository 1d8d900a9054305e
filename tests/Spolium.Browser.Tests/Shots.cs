using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>Takes the pictures of docs/screenshots from the demo shop: ./check shots.</summary>
public class Shots
{
    [Fact]
    [Trait("only", "shots")]
    public void Of_every_place()
    {
        var folder = Environment.GetEnvironmentVariable("SPOLIUM_SHOTS");
        Assert.SkipWhen(folder is null, "only when pictures are asked for: ./check shots");
        using var browser = new Browser(demo: true);
        foreach (
            var (name, path, ready) in new[]
            {
                ("lots", "/lots/hl-2a", "likely margin"),
                ("sorted", "/lots/hl-2", "not in any part"),
                ("leavings", "/leavings?from=Lot&id=hl-10&with=NaHCO3&dose=440+g", "basic copper carbonate"),
                ("plan", "/plan/hl-9a", "speaks against it"),
                ("run", "/run/26-02", "Portion 3"),
                ("step", "/plan/step", "13.54"),
                ("card", "/run/26-02/card", "Temperature, time, initials"),
                ("trail", "/trail/26-01", "came out; the feed"),
                ("slip", "/trail/25-24", "2.71 g would fit"),
                ("shelf", "/shelf/bottle/N-2", "caustic soda"),
                ("books", "/books", "25-24"),
                ("taught", "/books/practice", "from 22 of your batches"),
                ("sources", "/sources", "Guesses without a source"),
            }
        )
        {
            browser.Go(path);
            browser.See(ready);
            browser.Settle();
            Thread.Sleep(400);
            browser.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder!, name + ".png"));
        }
        browser.Go("/strength");
        browser.Type("weighed, glass taken off", "68.9 g");
        browser.Type("temperature of the liquid", "24 °C");
        browser.Type("strength wanted", "35 %");
        browser.See("vanish: volumes do not add up");
        browser.Settle();
        Thread.Sleep(400);
        browser.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder!, "strength.png"));
        browser.Go("/plan/hl-2a");
        browser.Way("silver by nitric acid, chloride");
        browser.Settle();
        ((IJavaScriptExecutor)browser.Driver).ExecuteScript(
            "window.scrollTo(0, document.querySelector('ol[aria-busy]').getBoundingClientRect().top + window.scrollY - 90)"
        );
        Thread.Sleep(400);
        browser.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder!, "stair.png"));
        browser.Go("/plan/hl-1");
        browser.Way("gold by nitric strip, aqua regia");
        browser.See("What to mind");
        ((IJavaScriptExecutor)browser.Driver).ExecuteScript(
            "const side = document.querySelector('aside[aria-label^=Strip]'); side.scrollTop = [...side.querySelectorAll('h2')].find((h) "
                + "=> h.textContent === 'What to mind').offsetTop - 90"
        );
        browser.Settle();
        browser.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder!, "safety.png"));
        // Iron under gold plate in a closed chlorine train.
        browser.Go("/plan/step");
        ((IJavaScriptExecutor)browser.Driver).ExecuteScript(
            "const line = (element, grams) => ({ element, grams }); localStorage.setItem('spolium-step', JSON.stringify({ "
                + "method: 'chlorine-lift', charge: { kind: 'Metal', lines: [line('Au', '0.5 g'), line('Fe', '80 g'), "
                + "line('Ni', '15 g')] }, options: {}, bottles: [] }))"
        );
        browser.Driver.Navigate().Refresh();
        browser.See("explodes by light");
        browser.Settle();
        browser.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder!, "refused.png"));
        browser.Go("/run/26-02");
        browser.See("Portion 3");
        browser.Press("something else happened");
        browser.Choose("Something else happened", "poured in");
        browser.Choose("From", "water");
        browser.Type("How much", "30 mL");
        browser.Settle();
        Thread.Sleep(400);
        browser.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder!, "else.png"));
        browser.Go("/plan/hl-1");
        browser.Click(By.XPath("//button[contains(@title, 'nitric acid in all')]"), "the nitric acid figure");
        browser.See("Ranges are 5 to 95 %");
        browser.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder!, "working.png"));
    }
}
