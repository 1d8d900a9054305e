using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>What can be done with a lot, and what happens when it goes wrong: a verdict that a test turns, a batch that is lost.</summary>
public sealed class JudgementWalkTests(DemoBrowser demo) : IClassFixture<DemoBrowser>
{
    private readonly Browser browser = demo.Browser.Fresh();

    [Fact]
    public void A_test_for_cadmium_turns_the_verdict()
    {
        browser.Go("/lots/receive");
        browser.Type("Code", "K-1");
        browser.Type("What it is", "broken chains");
        browser.Type("Weight", "640 g");
        browser.Click(By.XPath("//label[starts-with(., 'As this kind usually has it')]/..//input"), "the kind");
        browser.Click(By.XPath("//*[@role='option' and starts-with(., 'karat gold 14 K')]"), "karat gold 14 K");
        browser.Press("Receive it");
        browser.See("K-1 broken chains");
        browser.See("Test it first");
        browser.See("look for cadmium and zinc first");
        browser.See("What can be done with it");
        browser.See("sell it as it is");
        Assert.Empty(browser.Axe());
        // It came out clean: the way that fits is open.
        browser.Type("cadmium, high", "0 %" + Keys.Enter);
        browser.See("with the content as you moved it");
        browser.Type("zinc, high", "6 %" + Keys.Enter);
        browser.See("Do it");
        browser.See("gold by inquarting, parting");
        browser.Choose("This is", "an assay");
        browser.Type("Where it comes from", "sulphide test by MK, clean");
        browser.Press("Keep it");
        browser.See("sulphide test by MK, clean");
        browser.Driver.Navigate().Refresh();
        // Kept, it is weighed against the other gold that waits too.
        browser.See("work it off, gold by inquarting, parting");
        // Somebody offers more than it would bring: sold as it is.
        browser.Press("somebody offers for it as it is");
        browser.Type("For all of it, as it is", "365000 kr");
        browser.Press("Write it down");
        browser.See("Sell it as it is");
        Assert.Empty(browser.Console());
    }

    [Fact]
    public void A_batch_whose_glass_broke_closes_as_lost()
    {
        browser.Go("/run/26-02");
        browser.See("denitrate");
        browser.Press("It is lost");
        browser.Press("Close it as lost");
        browser.See("nobody will know later where it went");
        browser.Type("How it was lost", "the beaker cracked on the plate");
        browser.Press("Close it as lost");
        browser.See("It was lost before its end: the beaker cracked on the plate");
        browser.Driver.Navigate().Refresh();
        browser.See("is closed");
        browser.Follow("Where every gram went");
        browser.See("unaccounted");
        browser.Go("/books");
        browser.See("26-02");
        Assert.Empty(browser.Console());
        // It was another beaker: taken back, the batch goes on where it was.
        browser.Go("/run/26-02");
        browser.Click(
            By.XPath("//summary[starts-with(., 'What was written')] | //button[starts-with(., 'What was written')]"),
            "the journal"
        );
        browser.See("batch closed as lost: the beaker cracked on the plate");
    }
}
