using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>Silver from relay contacts, worked off from the plan to the bar, by the chloride way and by the copper way.</summary>
public sealed class SilverWalkTests : IDisposable
{
    private readonly Browser browser = new(demo: true);

    public void Dispose() => browser.Dispose();

    [Fact]
    public void By_chloride_with_caustic_and_sugar()
    {
        Start("60 g", "silver by nitric acid, chloride");
        browser.See("Dissolve the silver in nitric acid");
        Step("part", 99, "no metal grit");
        // What the acid took tells of the silver; what follows is dosed by it.
        browser.See("table salt 98");
        Step("bring down", 99, "one more drop gives no cloud");
        Step("wash", 2);
        Step("reduce", 99, "grey and heavy");
        Step("wash", 2);
        Step("dry", 0);
        Finish("8.6 g");
    }

    [Fact]
    public void By_cementing_on_copper()
    {
        Start("60 g", "silver by nitric acid, copper");
        Step("part", 99, "no metal grit");
        browser.See("copper bar");
        Step("cement", 1);
        Step("wash", 2);
        Step("dry", 0);
        Finish("8.7 g");
    }

    private void Start(string amount, string way)
    {
        browser.Go("/plan/hl-2a");
        browser.Way(way);
        browser.Type("Taken into the batch", amount);
        browser.Settle();
        browser.Press("Start the batch");
    }

    // Begins a step, pours as many portions (99: all that is likely wanted), ticks its signs, pours what is left to pour, and closes it.
    private void Step(string verb, int portions, string? firstSign = null)
    {
        browser.Press("Begin: " + verb);
        browser.See("As it stands now");
        Pour(portions);
        if (firstSign is not null)
            browser.See(firstSign);
        Tick();
        Pour(3);
        browser.Press(verb + " is done");
        browser.See("Begin: ");
    }

    private void Pour(int times)
    {
        for (var i = 0; i < times && browser.MayPour(); i++)
        {
            // Likely is what the high end wants and a few rungs less: the last ones are for an unlucky lot.
            if (
                times == 99
                && i > 0
                && browser.Driver.FindElements(By.CssSelector("ol[aria-label^='portions of'] > li")).Count is > 4 and var rungs
                && i > 0.75 * rungs
            )
                return;
            browser.Pour(1);
        }
    }

    private void Tick()
    {
        var open = By.XPath("//button[@role='checkbox' and @aria-checked='false']");
        while (browser.Has(open))
            browser.Writes(() => browser.Click(open, "a sign"), "the sign logged");
    }

    private void Finish(string bar)
    {
        browser.Press("Begin: melt");
        browser.See("As it stands now");
        Pour(1);
        Tick();
        browser.Type("Weigh the bar", bar);
        browser.Click(By.XPath("//form[.//label[starts-with(., 'Weigh the bar')]]//button[not(@type='button')]"), "log the bar");
        browser.See("was " + bar);
        browser.Press("melt is done");
        browser.See("All steps are done");
        browser.See("silver in the product");
        browser.Press("Close the batch");
        browser.See("is closed");
        browser.Follow("Where every gram went");
        browser.See("silver");
        Assert.Empty(browser.Console());
    }
}
