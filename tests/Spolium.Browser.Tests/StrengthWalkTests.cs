using OpenQA.Selenium;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>The Strength place by all its ways: hydrometer, label, ratio, make, blend, crystals, drying.</summary>
public sealed class StrengthWalkTests(DemoBrowser demo) : IClassFixture<DemoBrowser>
{
    private readonly Browser browser = demo.Browser.Fresh();

    [Fact]
    public void A_hydrometer_in_degrees_tells_the_strength()
    {
        browser.Go("/strength");
        browser.Choose("how do you know?", "I floated a hydrometer");
        browser.Choose("scale of the hydrometer", "°Bé, heavier");
        browser.Type("it reads", "42");
        browser.Type("temperature of the liquid", "68 °F");
        browser.See("= 20 °C");
        browser.See("nitric acid, by mass");
        browser.See("The hydrometer is what blurs it");
    }

    [Fact]
    public void Strong_sulphuric_acid_gets_two_answers_and_no_sharp_one()
    {
        browser.Go("/strength");
        browser.Choose("how do you know?", "I floated a hydrometer");
        browser.Choose("liquid", "sulphuric acid");
        browser.Type("it reads", "1.8357");
        browser.Type("temperature of the liquid", "20 °C");
        browser.See("above 94 %, no sharper");
        browser.See("Two strengths have this density");
        browser.See("a little heavier than before");
    }

    [Fact]
    public void A_label_is_diluted_made_to_an_amount_and_mixed_one_to_one()
    {
        browser.Go("/strength");
        browser.Choose("how do you know?", "its strength is known");
        browser.Type("strength", "68");
        browser.Type("strength wanted", "40 %");
        browser.Type("how much of it", "100 g");
        browser.See("70.1 mL");
        browser.Choose("what do you want of it", "make an amount");
        browser.Type("strength wanted", "35 %");
        browser.Type("how much of that", "400 mL");
        browser.See("235.7");
        browser.See("249.9");
        browser.Choose("what do you want of it", "mix it one to so many");
        browser.Type("of it, to the weaker", "one to one");
        browser.Type("how much of it", "100 mL");
        browser.See("to 1 by mass");
        browser.Type("of it, to the weaker", "some");
        browser.See("is not read as a ratio");
    }

    [Fact]
    public void A_bottle_is_blended_with_another_and_one_amount_is_found()
    {
        browser.Go("/strength?bottle=N-2");
        browser.Choose("what do you want of it", "blend it with others");
        browser.Type("strength wanted", "60 %");
        browser.Type("how much of it", "200 g");
        browser.Press("Another liquid");
        browser.Choose("and from", "N-1");
        browser.See("then N-1, slowly");
        browser.See("vanish: volumes do not add up");
        // Stronger than both cannot be, and the page says what can.
        browser.Type("strength wanted", "90 %");
        browser.See("cannot be reached");
        browser.Type("strength wanted", "60 %");
        browser.Press("Made it: label the bottle");
        browser.Type("new bottle", "N-1");
        browser.Press("Put it on the shelf");
        browser.See("N-1 is taken");
        browser.Type("new bottle", "N-6");
        browser.Press("Put it on the shelf");
        browser.See("N-6, nitric acid");
        browser.See("mixed here");
        // Taken back, both bottles have what they gave.
        browser.Press("take it back");
        browser.Type("What was wrong?", "spilt");
        browser.Press("take it back");
        browser.Until(_ => browser.Has(By.XPath("//label[starts-with(., 'What was wrong?')]")) ? null : "", "it taken back");
        browser.Go("/shelf/bottle/N-6");
        browser.See("There is no such bottle");
    }

    [Fact]
    public void Crystals_fall_a_second_crop_follows_and_gaps_are_told()
    {
        browser.Go("/strength/crystals");
        browser.See("First crop");
        browser.Type("second crop", "50 %");
        browser.See("Second crop, from the liquor that ran off");
        browser.Click(By.XPath("//button[contains(@title, 'CuSO4·5H2O that falls')]"), "the crystals");
        browser.See("what a gram of water holds at 15");
        browser.Type("left to cool to", "95 °C");
        browser.See("is not colder than the hot one");
        browser.Type("left to cool to", "15 °C");
        browser.Type("water that goes in", "20 mL");
        browser.See("stays undissolved");
    }

    [Fact]
    public void A_yield_above_all_that_was_possible_is_explained()
    {
        browser.Go("/strength/drying");
        browser.Type("weighs, as it is", "25.61 g");
        browser.Type("all that was possible", "24.62 g");
        browser.See("A yield of 104");
        browser.See("is something else: water?");
        browser.Type("weighs after drying", "26 g");
        browser.See("more dry than wet");
    }

    [Fact]
    public void A_trade_kind_is_looked_at_and_bleach_is_titrated()
    {
        browser.Go("/shelf/bottle/M-2");
        browser.See("Bought without a certificate");
        browser.Type("what was seen", "sharp SO2, no salt left");
        browser.Press("It was looked at");
        browser.See("Looked at: sharp SO2");
        browser.Go("/shelf/bottle/C-1");
        browser.See("days old");
        browser.Press("write a tested strength");
        browser.Choose("in", "% active chlorine");
        browser.Type("strength by titration or assay", "4");
        browser.Press("Keep the test");
        browser.See("titration or assay");
        browser.See("4.2");
    }

    [Fact]
    public void A_reading_that_still_moves_is_not_taken()
    {
        browser.Go("/lots/receive");
        browser.Until(d => d.FindElements(By.XPath("//footer[contains(., 'steady')]")).FirstOrDefault(), "a steady scale");
        browser.Press("no real scale");
        browser.Type("on the pan", "2000 g");
        browser.Press("Put it on");
        browser.Until(d => d.FindElements(By.XPath("//footer[contains(., 'moving')]")).FirstOrDefault(), "a moving scale");
        browser.Until(
            d => d.FindElements(By.XPath("//footer[contains(., '2000.') and contains(., 'steady')]")).FirstOrDefault(),
            "a steady scale"
        );
        browser.Driver.FindElement(By.TagName("body")).SendKeys(Keys.Escape);
        browser.Press("tare");
        browser.Until(
            d => d.FindElements(By.XPath("//footer[contains(., '0.0') and not(contains(., '2000.'))]")).FirstOrDefault(),
            "a tared scale"
        );
    }

    [Fact]
    public void The_shelf_goes_out_as_a_table_and_comes_in_again()
    {
        browser.Go("/shelf/file");
        var area = browser.Until(d => d.FindElements(By.TagName("textarea")).FirstOrDefault(), "the field for a table");
        area.SendKeys("id,form,amount,strength,price\nZ-1,zinc,250 g,95 %,40 kr\nW-2,water-tap,10 L,,");
        browser.Press("Bring in 2 bottles");
        browser.See("zinc powder");
        browser.Follow("W-2");
        browser.See("ppm chloride");
    }

    [Fact]
    public void Every_data_file_says_where_it_comes_from()
    {
        browser.Go("/lots");
        browser.Follow("where figures come from");
        browser.See("written down from memory of the named tables");
        browser.See("density-by-temperature.csv");
        browser.See("Guesses without a source");
        browser.See("warmth of the shelf");
    }
}
