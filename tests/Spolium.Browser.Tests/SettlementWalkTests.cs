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

    // A file that somebody changed is refused and told where; the one as it was written is shown, and the books leave it out.
    [Fact]
    public async Task A_batch_of_another_shop_is_brought_in_and_compared()
    {
        using var client = new HttpClient();
        var text = await client.GetStringAsync(demo.Browser.Address + "/api/batches/26-01/file", TestContext.Current.CancellationToken);
        var folder = Directory.CreateTempSubdirectory("spolium-files").FullName;
        var (good, changed) = (Path.Combine(folder, "batch-26-01.json"), Path.Combine(folder, "changed.json"));
        await File.WriteAllTextAsync(good, text, TestContext.Current.CancellationToken);
        await File.WriteAllTextAsync(changed, text.Replace("\"value\": 4.21,", "\"value\": 5.21,"), TestContext.Current.CancellationToken);
        using var other = new Browser(demo: false);
        other.Go("/trail");
        other.See("No metal has moved yet");
        other.Driver.FindElement(By.CssSelector("input[type=file]")).SendKeys(changed);
        other.See("it was changed since it was written: entry");
        other.Driver.FindElement(By.CssSelector("input[type=file]")).SendKeys(good);
        other.See("Gold of batch 26-01");
        other.See("of another shop");
        other.Driver.Navigate().Refresh();
        other.See("Gold of batch 26-01");
        other.Go("/books");
        other.Click(By.XPath("//label[contains(., 'and 1 of other shops')]"), "of other shops too");
        other.See("26-01");
        Assert.Empty(other.Axe());
        Directory.Delete(folder, true);
    }
}
