using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>The new pages in clumsy hands: nonsense in fields, empty forms, a reload, the back button, a second tab. Nothing is lost, each
/// field says what is wrong.</summary>
public sealed class ClumsyWorthTests(DemoBrowser demo) : IClassFixture<DemoBrowser>
{
    private readonly Browser browser = demo.Browser.Fresh();

    [Fact]
    public void A_plan_outlasts_nonsense_a_reload_and_the_back_button()
    {
        browser.Go("/plan/hl-9a");
        browser.See("speaks against it");
        browser.Press("gold by nitric strip, chlorine");
        browser.See("lift");
        browser.Until(d => d.FindElements(By.XPath("//ol[@aria-busy]//button[.='strip']")).Count > 0 ? "" : null, "the strip");
        browser.Type("Taken into the batch", "a heap");
        browser.See("write a number");
        Assert.NotEmpty(browser.Driver.FindElements(By.XPath("//ol[@aria-busy]//button[.='strip']")));
        browser.Type("Taken into the batch", "50 g");
        browser.Driver.Navigate().Refresh();
        browser.Until(
            d => d.FindElements(By.XPath("//ol[@aria-busy]//button[.='strip']")).Count > 0 ? "" : null,
            "the strip after the reload"
        );
        Assert.Equal("50 g", browser.Field("Taken into the batch").GetAttribute("value"));
        browser.Go("/lots/hl-9a");
        browser.See("mounts");
        browser.Driver.Navigate().Back();
        browser.Until(d => d.FindElements(By.XPath("//ol[@aria-busy]//button[.='strip']")).Count > 0 ? "" : null, "the plan again");
        // More than the lot has is told at its field, and no batch begins.
        browser.Type("Taken into the batch", "5 kg");
        browser.Settle();
        browser.Press("Start the batch");
        browser.See("g of HL-9a is left");
    }

    [Fact]
    public void Empty_and_impossible_forms_say_field_by_field_what_is_wrong()
    {
        browser.Go("/lots/hl-2c");
        browser.Press("Sort it into parts");
        browser.Press("Write the parts down");
        browser.See("nothing was typed");
        browser.Press("leave it whole");
        browser.See("What may be in it");

        browser.Go("/lots/pool");
        browser.Click(By.XPath("//label[contains(., 'HL-6')]/input"), "the fixer");
        browser.Click(By.XPath("//label[contains(., 'HL-2c')]/input"), "the frames");
        browser.Type("Code", "HL-99");
        browser.Press("Put 2 lots together");
        browser.See("are not one lot");

        browser.Go("/lots/prices");
        browser.Type("price of gold", "dear");
        browser.Press("Keep it as a new list");
        browser.See("write a number");
        Assert.Equal("dear", browser.Field("price of gold").GetAttribute("value"));
        browser.Type("price of gold", "900 kr");
        browser.Press("Keep it as a new list");
        browser.See("the list has no name");

        browser.Go("/lots/kinds/new");
        browser.Type("range of Ag", "14-11-8 %");
        browser.Press("Keep it");
        browser.See("low, likely and high must rise");
        browser.Type("range of Ag", "8-11-14 %");
        browser.Press("Keep it");
        browser.See("the kind has no name");
    }

    [Fact]
    public void A_second_tab_that_saw_the_lot_before_is_told_and_nothing_is_merged()
    {
        browser.Go("/lots/hl-3b");
        browser.See("grindings");
        browser.Press("hold for later");
        browser.Type("It waits for", "an assay of the dust");
        var first = browser.Driver.CurrentWindowHandle;
        browser.Driver.SwitchTo().NewWindow(WindowType.Tab);
        browser.Go("/lots/hl-3b");
        browser.Press("somebody offers for it as it is");
        browser.Type("For all of it, as it is", "900 kr");
        browser.Press("Write it down");
        browser.See("sold as it is, by the offer");
        browser.Driver.Close();
        browser.Driver.SwitchTo().Window(first);
        browser.Press("Set it aside");
        browser.Until(
            d => browser.Text.Contains("Somebody wrote in between") || browser.Text.Contains("by the offer") ? "" : null,
            "what came in between"
        );
        browser.See("by the offer");
    }
}
