using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>Boards whose plating is undercut with air bubbled through: planned in days, and the weighed bare boards tell what was
/// taken.</summary>
public sealed class UndercutWalkTests : IDisposable
{
    private readonly Browser browser = new Browser(demo: false).Fresh();

    [Fact]
    public void Boards_are_undercut_with_bubbled_air_and_their_weight_tells_the_copper()
    {
        browser.Go("/");
        browser.See("No lot yet");
        browser.Type("Code", "B-1");
        browser.Type("What it is", "plated cards");
        browser.Type("Weight", "640 g");
        browser.Type("Au low", "0.1 %");
        browser.Type("Au likely", "0.12 %");
        browser.Type("Au high", "0.15 %");
        browser.Type("Cu low", "20 %");
        browser.Type("Cu likely", "25 %");
        browser.Type("Cu high", "30 %");
        browser.Choose("The balance is", "no metal");
        browser.Press("Receive it");
        browser.See("B-1 plated cards");
        browser.Follow("Find the ways");
        browser.Way("peroxide etch");
        browser.Choose("Air", "bubbled through");
        browser.See("share of the base metal that is taken");
        browser.See("bare pieces");
        browser.Press("Start the batch");
        browser.Press("Begin: etch");
        browser.See("Portion 1");
        browser.Pour(1);
        while (browser.MayPour())
            browser.Pour(1);
        browser.Tick("the plating floats");
        browser.Tick("no copper-red");
        // 640 g went in: 615 g of bare boards, and 0.75 g of foils, so that some 24 g of copper were taken.
        browser.Log("Weigh the bare pieces", "615 g");
        browser.See("was 615 g");
        browser.Log("Weigh the foils", "0.75 g");
        browser.See("was 0.75 g");
        // The page reloaded, both still stand.
        browser.Driver.Navigate().Refresh();
        browser.See("was 615 g");
        browser.Press("etch is done");
        browser.See("Begin: ");
        browser.Follow("Trail");
        browser.See("bare pieces");
        Assert.Empty(browser.Axe());
        Assert.Empty(browser.Console());
    }

    public void Dispose() => browser.Dispose();
}
