using System.Net.Http.Json;
using System.Text.Json;
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

    // 300.0 g of 92.5 % silver: the copper bar is weighed back, and copper that came out of a bottle balances.
    [Fact]
    public async Task A_copper_bar_that_is_weighed_back_balances()
    {
        using var client = new HttpClient { BaseAddress = new(browser.Address) };
        var stop = TestContext.Current.CancellationToken;
        var silver = new
        {
            Element = "Ag",
            Low = "92.2 %",
            Likely = "92.5 %",
            High = "92.8 %",
            Of = "Whole",
        };
        var lot = new
        {
            Head = new { EntryId = Guid.NewGuid().ToString(), By = "AV" },
            LotId = "hl-41",
            Code = "HL-41",
            Title = "cut spoons of an inn",
            Material = "spoons",
            Amount = "300.0 g",
            Content = new[] { silver },
            Balance = "Cu",
        };
        (await client.PostAsJsonAsync("/api/lots", lot, stop)).EnsureSuccessStatusCode();
        browser.Go("/plan/hl-41");
        browser.Way("silver by nitric acid, copper");
        browser.Settle();
        browser.Press("Start the batch");
        Step("part", 99, "no metal grit");
        browser.Press("Begin: cement");
        browser.See("As it stands now");
        Pour(99);
        Tick();
        var batch = browser.Driver.Url.Split('/')[^1].Split('?')[0];
        var step = await client.GetFromJsonAsync<JsonElement>($"/api/batches/{batch}/steps/2-copper-cement", stop);
        var hung = step.GetProperty("doses")[0].GetProperty("grams").GetProperty("likely").GetDouble();
        // 81.7 g for the silver, some 10 g that the free acid took.
        browser.Log("Weigh the bar, rinsed and dry", $"{hung - 91.6:0.0} g");
        browser.See("was ");
        browser.Press("cement is done");
        browser.See("Begin: ");
        Step("wash", 2);
        browser.Press("Begin: dry");
        browser.See("As it stands now");
        Tick();
        browser.Log("Weigh ", "277.7 g");
        browser.See("was 277.7 g");
        browser.Press("dry is done");
        browser.See("Begin: ");
        Finish("277.0 g");
        browser.See("The readings agree");
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
        // One portion more is of what was poured last, not of the water that came first.
        if (verb == "part")
            Assert.StartsWith("nitric acid", browser.Driver.FindElement(By.CssSelector("button[aria-pressed='true']")).Text);
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
