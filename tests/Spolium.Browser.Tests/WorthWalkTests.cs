using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>The first two questions: is it worth doing, and which way? From the heap to the started batch.</summary>
public sealed class WorthWalkTests : IDisposable
{
    private readonly Browser browser = new Browser(demo: true).Fresh();

    [Fact]
    public void A_lot_is_sorted_its_verdict_turns_with_the_prices_ways_are_compared_and_a_batch_starts()
    {
        // A heap comes in and is sorted: one class by count, one in its bowl, plastic taken out.
        browser.Go("/lots/receive");
        browser.Type("Code", "HL-21");
        browser.Type("What it is", "switch contacts of a signal box");
        browser.Type("Weight", "500 g");
        browser.Type("Au low", "");
        browser.Click(By.XPath("//button[contains(., 'Empty the form')]/preceding::button[contains(., 'take out')][1]"), "take a line out");
        browser.Press("Receive it");
        browser.See("HL-21 switch contacts");
        browser.Press("Sort it into parts");
        Part(0, "blades", "400 g", "38 g");
        Part(1, "rivets", "100 x 0.9 g", null);
        browser.See("48\u202Fg not in any part");
        browser.Press("Something was taken out");
        browser
            .Driver.FindElements(
                By.XPath(
                    "//label[.='Taken out, goes on nowhere']/../../following-sibling::*//input | //fieldset[.//label[.='Taken out, goes "
                        + "on nowhere']]//input"
                )
            )
            .Last(e => e.Displayed)
            .SendKeys("47.2 g");
        browser.See("0.8\u202Fg not in any part");
        Holds(0, "as silver contact on copper or brass");
        Holds(1, "not known");
        browser.Press("Write the parts down");
        browser.See("2 parts of 500 g");
        browser.See("plastic");
        browser.Follow("HL-21a");
        browser.See("362 grams");
        // The kind may hold cadmium: no way takes it until somebody has tested it.
        browser.See("it may hold cadmium");
        browser.Click(By.XPath("//label[.='It may also hold, or be']/..//button"), "cadmium, tested and not there");
        browser.Type("Where it comes from", "drop test by TR: none");
        browser.Press("Keep it");

        // 15 % silver in 362 g: worth doing or not, the sheet says it line by line.
        browser.See("silver paid at 92 %");
        browser.See("likely margin");
        browser.See("At ");
        var before = Headline();

        // Silver falls: a new list is kept, the verdict turns.
        browser.Follow("prices");
        browser.See("made-up prices of Hob Lane Works");
        browser.Type("price of silver", "2 kr");
        browser.Type("Name of the list", "silver is down");
        browser.Press("Keep it as a new list");
        browser.See("“silver is down”");
        browser.Driver.Navigate().Back();
        browser.See("by “silver is down”");
        browser.Until(d => Headline() != before && Headline().StartsWith("Hold", StringComparison.Ordinal) ? "" : null, "another verdict");
        browser.Follow("prices");
        browser.Type("price of silver", "14 kr");
        browser.Type("Name of the list", "silver is up");
        browser.Press("Keep it as a new list");
        browser.See("“silver is up”");

        // Three ways of the mounts beside each other; another is put in, one is chosen and saved, and its batch starts.
        browser.Go("/plan/hl-9a");
        browser.See("gold by inquarting, parting");
        browser.Until(_ => Columns() == 4 ? "" : null, "four columns");
        browser.Click(By.XPath("//button[starts-with(., 'leave it out')]"), "leave one out");
        browser.Until(d => Columns() == 3 ? "" : null, "three columns");
        browser.Press("gold by nitric strip, chlorine");
        browser.Until(
            d => d.FindElements(By.CssSelector("ol[aria-busy] button")).Any(b => b.Text == "strip") ? "" : null,
            "the stair of that way"
        );
        browser.Press("strip");
        browser.See("Strip the base metal with nitric acid");
        browser.See("ways do not go, and the way round");

        // A school is chosen at a step: the stair follows, the focus stays where it was.
        browser.Click(By.XPath("//ol[@aria-busy]//button[.='bring down']"), "the precipitation");
        browser.Choose("Done by", "Bring the gold down with ferrous sulphate");
        browser.See("usual ferrous sulphate");
        Assert.Equal(
            "Done by",
            browser.Driver.ExecuteScript(
                "return document.activeElement.closest('.mantine-InputWrapper-root')?.querySelector('label')?.textContent"
            )
        );

        browser.Type("Save this plan as", "mounts by ferrous");
        browser.Press("Save");
        browser.See("when it was saved");
        browser.Press("rename");
        browser.Type("new name", "mounts, ferrous");
        browser.Press("Rename");
        browser.See("mounts, ferrous");
        browser.Press("Start the batch");
        browser.See("from the plan “mounts, ferrous”");
        browser.See("Begin: strip");
    }

    [Fact]
    public void A_bar_is_dragged_worth_follows_and_what_was_dragged_is_kept_as_an_assay()
    {
        browser.Go("/lots/hl-2a");
        browser.See("Do it");
        var was = Margin();
        var handle = browser.Until(
            d => d.FindElements(By.CssSelector("button[role=slider][aria-label='silver, likely']")).FirstOrDefault(e => e.Displayed),
            "the likely mark"
        );
        new Actions(browser.Driver).ClickAndHold(handle).MoveByOffset(-40, 0).MoveByOffset(-40, 0).Release().Perform();
        browser.See("with the content as you moved it");
        browser.Until(d => Margin() != was ? "" : null, "another margin");
        browser.Press("as it was");
        browser.Until(d => Margin() == was ? "" : null, "the margin as it was");
        // By the keys too, and by typing; a slip is told and nothing is lost.
        handle = browser.Driver.FindElement(By.CssSelector("button[role=slider][aria-label='silver, low']"));
        handle.SendKeys(Keys.ArrowRight);
        browser.See("with the content as you moved it");
        browser.Type("silver, likely", "12.4 %" + Keys.Enter);
        browser.Type("silver, high", "140 %" + Keys.Enter);
        browser.See("it is more than the whole");
        browser.Type("silver, high", "13.1 %" + Keys.Enter);
        browser.Choose("This is", "an assay");
        browser.Type("of how many pieces", "8");
        browser.Press("Keep it");
        browser.See("who made it, of what");
        browser.Type("Where it comes from", "cupelled by MK");
        browser.Press("Keep it");
        // Of eight pieces: wider than what was typed.
        browser.See("assayed on 8 pieces: cupelled by MK");
        Assert.NotEqual("13.1 %", browser.Field("silver, high").GetAttribute("value"));
        browser.Driver.Navigate().Refresh();
        browser.See("assayed on 8 pieces: cupelled by MK");
    }

    [Fact]
    public void Lots_are_pooled_one_waits_and_a_kind_is_made_ones_own()
    {
        browser.Go("/lots/hl-9b");
        browser.See("Pool it with HL-9a");
        browser.Press("hold for later");
        browser.Press("Set it aside");
        browser.See("Set aside: waits for HL-9a");
        // The verdict is reckoned anew once it is set aside: its link stands still only then, and when it is
        // told from where it pays, which comes last.
        browser.See("pays where the gold is above");
        browser.Settle();
        browser.Follow("Put together");
        browser.See("What each brought stays apart");
        browser.Click(By.XPath("//label[contains(., 'HL-9a')]/input"), "HL-9a");
        browser.Press("Put 2 lots together");
        browser.See("the code is empty or taken");
        browser.Type("Code", "HL-11");
        browser.Press("Put 2 lots together");
        browser.See("of HL-9b");
        browser.See("of HL-9a");
        browser.See("gold by chlorine lift");

        browser.Go("/lots/kinds");
        browser.Type("look for a kind", "relay leaf");
        browser.Follow("relay leaf with tip");
        browser.See("It may hold beryllium");
        browser.Press("Copy it and make it yours");
        browser.Type("range of Ag", "9.6-11-12.1 %");
        browser.Press("Keep it");
        browser.See("Drop it");
        browser.Go("/lots/receive");
        browser.Click(By.XPath("//label[starts-with(., 'As this kind usually has it')]/..//input"), "the kinds");
        browser.Click(By.XPath("//*[@role='option' and starts-with(., 'yours: relay leaf with tip, ours')]"), "our own kind");
        Assert.Equal("11 %", browser.Field("Ag likely").GetAttribute("value"));
    }

    [Fact]
    public void Files_go_out_and_what_is_wrong_in_one_is_told_row_by_row()
    {
        browser.Go("/lots/file");
        var area = browser.Until(d => d.FindElements(By.TagName("textarea")).FirstOrDefault(e => e.Displayed), "the text");
        area.SendKeys("code,title,amount,content\nHL-30,pins,120 g,Au 0.1-0.3-0.9 %\nHL-31,,5 x,Ag");
        browser.Press("Bring in 2 lots");
        browser.See("Nothing was brought in");
        browser.See("row 3: ");
        area.Clear();
        area.SendKeys("code,title,amount,content\nHL-30,pins,120 g,Au 0.1-0.3-0.9 %");
        browser.Press("Bring in 1 lot");
        browser.See("HL-30");
        browser.Go("/lots/prices");
        browser.Press("Ask the price stand-in");
        browser.See("looked at only");
        browser.Press("back to the list as it is kept");
        browser.See("made-up prices of Hob Lane Works");
    }

    [Theory]
    [InlineData("/lots/hl-2a", "likely margin")]
    [InlineData("/lots/hl-2", "not in any part")]
    [InlineData("/lots/pool", "What each brought stays apart")]
    [InlineData("/lots/file", "paste it here")]
    [InlineData("/lots/kinds/relay-leaf", "Copy it and make it yours")]
    [InlineData("/lots/kinds/new", "The ranges are a share of")]
    [InlineData("/lots/prices", "Name of the list")]
    [InlineData("/plan/hl-9a", "speaks against it")]
    public void Every_page_of_it_can_be_used_by_everyone_and_says_nothing_amiss(string path, string ready)
    {
        browser.Go(path);
        browser.See(ready);
        browser.Settle();
        var amiss = browser.Axe();
        Assert.True(amiss.Count == 0, string.Join(' ', amiss));
        Assert.Empty(browser.Console());
    }

    private string Headline() => browser.Driver.FindElements(By.CssSelector("[data-verdict]")).FirstOrDefault()?.Text ?? "";

    private string Margin() => browser.Driver.FindElements(By.XPath("//tr[th='likely margin']/td")).FirstOrDefault()?.Text ?? "";

    private int Columns() => browser.Driver.FindElements(By.CssSelector("section[aria-label='ways side by side'] thead th")).Count;

    private IReadOnlyList<IWebElement> Row(int part) =>
        browser.Driver.FindElements(By.XPath($"//fieldset[legend='part {part + 1}']//input[not(@type='hidden')]"));

    private void Part(int part, string title, string weight, string? tare)
    {
        var inputs = Row(part);
        inputs[1].SendKeys(title);
        inputs[2].SendKeys(weight);
        if (tare is not null)
            inputs[3].SendKeys(tare);
    }

    private void Holds(int part, string what)
    {
        Row(part)[5].Click();
        browser.Click(By.XPath($"//*[@role='option' and starts-with(., '{what}')]"), what);
    }

    public void Dispose() => browser.Dispose();
}
