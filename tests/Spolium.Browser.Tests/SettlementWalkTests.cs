using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>Work for others, and a batch of another shop, in the browser.</summary>
public sealed class SettlementWalkTests(DemoBrowser demo) : IClassFixture<DemoBrowser>
{
    private readonly Browser browser = demo.Browser.Fresh();

    [Fact]
    public void A_lot_of_others_is_settled_on_paper()
    {
        browser.Go("/trail/26-01");
        browser.See("batch 26-01");
        Assert.Empty(browser.Driver.FindElements(By.PartialLinkText("Settle with")));
        browser.Go("/lots/hl-1");
        browser.Press("it is somebody else’s");
        browser.Type("Whose it is", "Mill Street Jewellers");
        browser.Type("Fee for a gram of fine metal", "12 kr");
        browser.Type("Share of the metal that the shop keeps", "500 %");
        browser.Press("Write it down");
        browser.See("it is more than the whole");
        browser.Type("Share of the metal that the shop keeps", "5 %");
        browser.Click(By.XPath("//label[contains(., 'give later goes back too')]"), "leavings go back");
        browser.Press("Write it down");
        browser.See("worked for Mill Street Jewellers");
        browser.Go("/trail/26-01");
        browser.Follow("Settle with Mill Street Jewellers");
        browser.See("Settlement with Mill Street Jewellers");
        browser.See("12 kr for each gram of fine metal that came out; 5 % of the metal stays with the shop");
        browser.See("goes back later, once the leavings are worked up");
        browser.See("Fee in all");
        Assert.Empty(browser.Axe());
        // Refreshed, and a figure opens its working.
        browser.Driver.Navigate().Refresh();
        browser.See("Settlement with Mill Street Jewellers");
        browser.Click(By.XPath("//tr[th[.='goes back']]//button"), "what goes back");
        browser.See("share that the shop keeps");
        Assert.Empty(browser.Console());
    }
}
