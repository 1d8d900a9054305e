using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>The server does not answer, or the network is gone: no page breaks, nothing typed is lost, nothing is written twice.</summary>
public sealed class NoAnswerTests(DemoBrowser demo) : IClassFixture<DemoBrowser>
{
    private readonly Browser browser = demo.Browser.Fresh();

    [Fact]
    public void What_was_typed_stands_until_there_is_an_answer()
    {
        browser.Go("/run/26-02");
        browser.See("Portion 3");
        var written = browser.Written();
        Block("*/pours", "*/quantities/read", "*/api/plan");
        browser.Pour();
        browser.See("Spolium does not answer");
        browser.Type("Temperature, last", "84.5 °C");
        browser.See("What you typed stands here");
        Assert.Equal("84.5 °C", browser.Field("Temperature, last").GetAttribute("value"));
        Assert.Equal(written, browser.Written());
        // The machine lost its network; the shop's server stands on it, and answers.
        Block();
        browser.Driver.ExecuteScript("dispatchEvent(new Event('offline'))");
        browser.Pour();
        browser.See("Portion 4");
        Assert.Equal(written + 1, browser.Written());
        Block("*/api/plan");
        browser.Go("/plan/hl-3a");
        browser.See("Spolium does not answer");
        Block();
    }

    [Fact]
    public void A_page_that_breaks_leaves_the_others_whole()
    {
        browser.Go("/lots");
        browser.See("HL-1");
        browser.Driver.ExecuteScript(
            "window.real = window.fetch; window.fetch = (r, ...rest) => r.url?.endsWith('/api/shelf') ? Promise.resolve(new "
                + "Response('{}', { headers: { 'content-type': 'application/json' } })) : real(r, ...rest)"
        );
        browser.Follow("Shelf");
        browser.See("This page broke");
        browser.Follow("Lots");
        browser.See("HL-1");
        // Shown again it is asked for anew.
        browser.Follow("Shelf");
        browser.See("This page broke");
        browser.Driver.ExecuteScript("window.fetch = window.real");
        browser.Press("Show it again");
        browser.See("On the shelf");
    }

    private void Block(params string[] urls)
    {
        browser.Driver.ExecuteCdpCommand("Network.enable", []);
        browser.Driver.ExecuteCdpCommand("Network.setBlockedURLs", new() { ["urls"] = urls });
    }
}
