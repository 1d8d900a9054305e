using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>Boards whose plating is undercut with air bubbled through: planned in days, and the weighed bare boards tell what was
/// taken.</summary>
public sealed class UndercutWalkTests : IDisposable
{
    private readonly Browser browser = new Browser(demo: false).Fresh();

    private void Log(string label, string value)
    {
        browser.Type(label, value);
        browser.Click(By.XPath($"//form[.//label[starts-with(., '{label}')]]//button[not(@type='button')]"), label);
    }

    private void Tick(string sign)
    {
        browser.Click(By.XPath($"//button[@role='checkbox' and contains(., '{sign}')]"), sign);
        browser.Until(
            d => d.FindElements(By.XPath($"//button[@aria-checked='true' and contains(., '{sign}')]")).FirstOrDefault(),
            $"{sign} ticked"
        );
        Browser.HandMoves();
    }

    [Fact]
    public void Boards_are_undercut_with_bubbled_air_and_their_weight_tells_the_copper()
    {
        browser.Go("/lots/new");
        browser.Type("Code", "B-1");
        browser.Type("What it is", "plated cards");
        browser.Type("Weight", "640 g");
        browser.Type("Au low", "0.1 %");
        browser.Type("Au likely", "0.12 %");
        browser.Type("Au high", "0.15 %");
        browser.Type("Cu low", "20 %");
        browser.Type("Cu likely", "25 %");
        browser.Type("Cu high", "30 %");
        browser.Press("Receive it");
        browser.See("B-1 plated cards");
    }

    public void Dispose() => browser.Dispose();
}
