using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>Across batches: questions, filters, the batches behind a figure, what was taught, tubs worked up.</summary>
public sealed class BooksWalkTests : IDisposable
{
    private readonly Browser browser = new(demo: true);

    public void Dispose() => browser.Dispose();

    [Fact]
    public void Every_question_is_answered_and_leads_to_its_batches()
    {
        browser.Go("/lots");
        browser.See("HL-1");
        browser.Driver.FindElement(By.TagName("body")).SendKeys("9");
        browser.See("Gold of 17 closed batches");
        browser.See("The readings of one batch do not agree");
        browser.See("disagrees, explained");
        Assert.Empty(browser.Axe());
        browser.Click(By.XPath("//button[contains(@title, 'recovery of gold')]"), "the recovery");
        browser.See("added up over 17 closed batches");
        browser.Driver.FindElement(By.TagName("body")).SendKeys(Keys.Escape);

        browser.Follow("what did not");
        browser.See("missing, nobody knows where");
        browser.Press("1 batch");
        browser.See("pins of the radar mast");
        Assert.Empty(browser.Axe());
        browser.Follow("how steady");
        browser.See("one batch beyond three sigma");
        browser.Choose("Show", "unaccounted, of the feed");
        browser.See("Gold unaccounted, of the feed");
        browser.Follow("what it took");
        browser.See("poured over planned");
        browser.Follow("what it left over");
        browser.See("left over, work paid");
        browser.Click(By.XPath("//button[contains(@aria-label, 'silver')]"), "silver");
        browser.See("Silver of 7 closed batches");
        browser.Follow("where it stands");
        browser.See("lots that wait");
        browser.Follow("what came out");
        // From a figure to its batch.
        browser.Follow("25-16");
        browser.See("Silver of batch 25-16");
        Assert.Empty(browser.Console());
    }

    [Fact]
    public void Filters_stand_in_the_address_and_outlive_a_refresh()
    {
        browser.Go("/books");
        browser.See("Gold of 17 closed batches");
        browser.Choose("Somebody at it", "TR");
        browser.See("Gold of 8 closed batches");
        browser.Choose("Kind of scrap", "silver-tipped copper");
        browser.See("Gold of 0 closed batches");
        browser.See("No closed batch of gold fits");
        browser.Driver.Navigate().Refresh();
        browser.See("Gold of 0 closed batches");
        browser.Press("all batches");
        browser.See("Gold of 17 closed batches");
        browser.Driver.Navigate().GoToUrl(browser.Address + "/books/losses?from=2026-13-40");
        browser.See("is no day");
    }

    [Fact]
    public void A_plan_leads_to_the_batches_that_taught_it_and_one_is_left_out()
    {
        browser.Go("/plan/hl-1");
        browser.Way("gold by nitric strip, aqua regia");
        browser.Click(
            By.XPath("(//*[contains(text(), 'nitric acid 68')]/following::button[starts-with(@title, 'how')])[1]"),
            "the nitric acid"
        );
        browser.Follow("from 15 of your batches of clad brass");
        browser.See("nitric acid poured over what is needed");
        browser.Press("leave 25-08 out");
        browser.Press("Leave it out");
        browser.See("leaving a batch out needs a reason");
        browser.Type("What was different in it?", "another balance");
        browser.Press("Leave it out");
        browser.See("left out: another balance");
        browser.See("from 21 of your batches");
        browser.Press("let it count again");
        browser.See("from 22 of your batches");
        Assert.Empty(browser.Axe());
        Assert.Empty(browser.Console());
    }

    [Fact]
    public void A_filter_goes_into_the_tub_and_the_tub_gives_it_back()
    {
        browser.Go("/trail/26-01?metal=Au");
        browser.See("Gold of batch 26-01");
        browser.Click(By.XPath("//tr[th[normalize-space(.)='filter']]//button[starts-with(., 'put into')]"), "put into");
        browser.Click(By.XPath("//input[@aria-label='where filter goes']"), "where it goes");
        browser.Click(By.XPath("//*[@role='option' and contains(., 'T1')]"), "T1");
        browser.See("filter, in T1");
        browser.Go("/books/pools");
        browser.See("T1");
        browser.Click(By.XPath("//section[starts-with(@aria-label, 'T1')]//button[.='It was worked up']"), "worked up");
        browser.Type("Weighed", "9 g");
        browser.Type("How", "burnt and leached");
        browser.Press("Share it back");
        browser.See("was something else in it, or the point misread?");
        browser.Type("Weighed", "0.11 g");
        browser.Type("Fineness, if assayed", "985 ‰");
        browser.Press("Share it back");
        browser.See("0.11 g, fineness 985 ‰");
        browser.Go("/trail/26-01?metal=Au");
        browser.See("back from leavings");
        browser.See("T1 worked up");
        Assert.Empty(browser.Console());
    }

    [Fact]
    public void What_lies_in_a_pot_is_told_when_it_is_opened_and_what_is_older_when_it_is_asked_for()
    {
        var lines = By.XPath("//section[starts-with(@aria-label, 'P1')]//details//tr");
        browser.Go("/books/pools");
        browser.See("15 leavings in it");
        Assert.False(browser.Has(lines));
        browser.Click(By.XPath("//summary[normalize-space(.)='15 leavings in it']"), "what lies in it");
        browser.Until(d => d.FindElements(lines).Count == 12 ? "" : null, "the latest twelve");
        browser.Press("older leavings");
        browser.Until(d => d.FindElements(lines).Count == 15 ? "" : null, "all of them");
        Assert.False(browser.Has(By.XPath("//button[.='older leavings']")));
    }

    [Fact]
    public void A_new_shop_is_told_what_will_stand_here()
    {
        using var empty = new Browser(demo: false);
        empty.Go("/books");
        empty.See("No batch has been closed yet");
        Assert.Empty(empty.Axe());
    }
}
