using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>A gold batch in which everything goes sideways: a rinse, a spill, another beaker, a spoonful of another reagent, an overdose.
/// It is written as it was, and the book still closes.</summary>
public sealed class SidewaysWalkTests : IDisposable
{
    private readonly Browser browser = new Browser(demo: true).Fresh();

    private void Else(string kind)
    {
        if (!browser.Has(By.XPath("//label[normalize-space(.)='Something else happened']")))
            browser.Press("something else happened");
        browser.Choose("Something else happened", kind);
    }

    [Fact]
    public void Everything_goes_sideways_and_is_written_as_it_was()
    {
        browser.Go("/run/26-02");
        browser.See("Portion 3");
        // A rinse of the dish.
        Else("poured in");
        browser.Choose("From", "water");
        browser.Type("How much", "30 mL");
        browser.Press("Write it down");
        browser.See("30 mL from water");
        // A little ran over the bench, and into a larger beaker with it.
        Else("spilt");
        browser.Type("How much, about", "4 %");
        browser.Press("Write it down");
        browser.See("4 % spilt");
        Else("moved to another vessel");
        browser.Choose("Into", "beaker 1");
        browser.Press("Write it down");
        browser.See("moved into");
        // A spoonful of another reagent, for the foam: salt.
        Else("poured in");
        browser.Choose("From", "usual salt");
        browser.Type("How much", "much");
        browser.Press("Write it down");
        browser.See("number");
        browser.Type("How much", "1 g");
        browser.Press("Write it down");
        browser.See("1 g from");
        // The page reloaded, all of it still stands; one of them was the other beaker.
        browser.Driver.Navigate().Refresh();
        browser.See("moved into");
        Assert.Empty(browser.Axe());
        browser.Press("take back");
        browser.Click(By.XPath("//form[.//button[contains(., 'Take') or contains(., 'take')]]//input"), "why");
        browser.Driver.SwitchTo().ActiveElement().SendKeys("the other beaker" + Keys.Enter);
        browser.Until(d => browser.Text.Contains("30 mL from water", StringComparison.Ordinal) ? null : browser, "the rinse gone");
        browser.Go("/trail/26-02");
        browser.See("26-02");
        Assert.Empty(browser.Console());
    }

    /// <summary>Foam is read, a rinse and a spill are written, and thirty grams of metabisulphite are poured where two would do: no gold
    /// comes of it, and the book closes.</summary>
    [Fact]
    public void An_overdose_makes_no_gold_and_the_book_closes()
    {
        browser.Go("/run/26-02");
        browser.See("Portion 3");
        browser.Log("Foam above the liquor", "80 mL");
        browser.See("last 80 mL");
        Else("poured in");
        browser.Choose("From", "water");
        browser.Type("How much", "30 mL");
        browser.Press("Write it down");
        browser.See("30 mL from water");
        Else("spilt");
        browser.Type("How much, about", "2 %");
        browser.Press("Write it down");
        browser.See("2 % spilt");
        browser.Tick("the next portion brings no fizz", "no brown fume on warming", "moist iodide paper");
        browser.Press("denitrate is done");
        browser.Press("Begin: clear");
        browser.Pour(3);
        browser.Tick("the filtrate is crystal clear", "a drop of the last wash");
        browser.Press("clear is done");
        browser.Press("Begin: bring down");
        browser.Pour(1);
        browser.Press("another amount");
        browser.Type("Poured, g", "60 g");
        browser.Press("Log it");
        browser.See("If it is so, why?");
        browser.Type("If it is so, why?", "the whole bag slipped");
        browser.Writes(() => browser.Press("Log it"), "the overdose");
        browser.Tick("a drop with stannous chloride", "the last portion brought no more brown", "the powder has settled");
        browser.See("is no measurement");
        browser.Press("bring down is done");
        browser.Press("Begin: wash, melt");
        // So much sulphite clings to the powder that acid sets its gas free: it is said why it is poured all the same.
        browser.See("Sulphite and acid give sulphur dioxide");
        browser.Press("another amount");
        browser.Type("Poured, mL", "30 mL");
        browser.Press("Log it");
        browser.See("If it is so, why?");
        browser.Type("If it is so, why?", "outdoors, after two rinses");
        browser.Writes(() => browser.Press("Log it"), "the acid");
        browser.Pour(2);
        browser.Log("Weigh the bar", "4.05 g");
        browser.See("was 4.05 g");
        browser.Tick("the last wash shows no copper", "two weighings 30 minutes apart", "the bar is poured");
        browser.Press("wash, melt is done");
        browser.See("All steps are done");
        browser.Press("Close the batch");
        browser.See("is closed");
        browser.Follow("Where every gram went");
        browser.See("came out; the feed held at least");
        Assert.Empty(browser.Console());
    }

    [Fact]
    public void Bleach_in_it_is_answered_with_what_comes_first_and_the_step_is_given_up()
    {
        browser.Go("/run/26-02");
        browser.See("Portion 3");
        Else("poured in");
        browser.Choose("From", "C-1");
        browser.Type("How much", "5 mL");
        browser.Press("Write it down");
        browser.See("give chlorine");
        browser.Click(By.XPath("//label[contains(., 'it has happened already')]"), "it has happened");
        browser.Press("Write it down");
        browser.See("Everybody out");
        Assert.False(browser.Has(Browser.PourKey));
        browser.Press("denitrate is done");
        browser.See("only making safe is open");
        browser.Press("Give this step up");
        browser.See("What went wrong");
    }

    public void Dispose() => browser.Dispose();
}
