using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>What leaves the straight way: a step given up, the rest of a way changed, a charge sent out and come back.</summary>
public sealed class DetourWalkTests : IDisposable
{
    private readonly Browser browser = new Browser(demo: true).Fresh();

    private void Then(string method)
    {
        browser.Click(By.XPath("//input[@aria-label='and then']"), "and then");
        browser.Click(By.XPath($"//*[@role='option' and starts-with(., '{method}')]"), method);
    }

    [Fact]
    public void A_step_is_given_up_and_the_rest_goes_another_way()
    {
        browser.Go("/run/26-02");
        browser.See("Portion 3");
        browser.Press("Give this step up");
        browser.See("empty for a liquor");
        browser.Press("Give it up");
        browser.See("giving a step up needs a reason");
        browser.Type("What went wrong", "it foamed over");
        browser.Press("Give it up");
        browser.See("nothing goes on from there");
        foreach (
            var method in new[]
            {
                "Boil the nitric acid off",
                "Dilute, chill, filter",
                "Bring the gold down with ferrous",
                "Wash, dry and melt",
            }
        )
            Then(method);
        browser.Press("Give it up");
        browser.See("given up");
        browser.See("Begin: boil down");
        browser.Driver.Navigate().Refresh();
        browser.See("Begin: boil down");
        // The rest may be changed once more, behind what was done.
        browser.Press("Change the rest of the way");
        browser.Click(By.XPath("//button[contains(., 'out step 1')]"), "the first step out");
        browser.Type("Why", "the acid was gone");
        browser.Press("Change the way");
        browser.See("Begin: clear");
        browser.Go("/trail/26-02");
        browser.See("what was given up");
        Assert.Empty(browser.Axe());
    }

    [Fact]
    public void A_charge_goes_out_of_the_house_and_comes_back_lighter()
    {
        browser.Go("/plan/hl-3a");
        browser.See("gold by inquarting, parting");
        browser.Settle();
        browser.Press("Start the batch");
        browser.See("Begin: inquart");
        browser.Press("Send it out");
        browser.Type("Weight that leaves", "71.8 g");
        browser.Press("It has left");
        browser.See("nobody knows where it goes");
        browser.Type("To whom", "a caster");
        browser.Press("It has left");
        browser.See("Out of the house");
        browser.Type("Weight that came back", "718 g");
        browser.Press("It is back");
        browser.See("was the vessel weighed with it");
        browser.Type("Weight that came back", "71.1 g");
        browser.Type("What was paid for it", "120 kr");
        browser.Press("It is back");
        browser.See("Begin: inquart");
    }

    public void Dispose() => browser.Dispose();
}
