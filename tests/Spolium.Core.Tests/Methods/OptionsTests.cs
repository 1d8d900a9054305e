using Spolium.Core.Methods;
using Spolium.Core.Reagents;
using Xunit;

namespace Spolium.Core.Tests.Methods;

public class OptionsTests
{
    private static readonly IMethod Strip = MethodCatalogue.Of("nitric-strip");

    [Theory]
    [InlineData("cover", "sealed", "not a choice")]
    [InlineData("washes", "many", "outside")]
    [InlineData("washes", "0", "outside")]
    [InlineData("wash-ml", "1e9", "outside")]
    [InlineData("colour", "green", "no option")]
    public void Options_that_cannot_be_are_named(string id, string value, string reason)
    {
        var error = Assert.Single(StepOptions.Check(Strip, "route[0].options", new Dictionary<string, string> { [id] = value }));
        Assert.Equal($"route[0].options.{id}", error.Field);
        Assert.Contains(reason, error.Reason);
        Assert.NotEmpty(error.WayOut);
    }

    [Fact]
    public void What_is_not_chosen_takes_the_default_and_an_empty_one_too()
    {
        var options = new StepOptions(Strip, new Dictionary<string, string> { ["washes"] = "", ["cover"] = "reflux" });
        Assert.Equal(3, options.Whole("washes"));
        Assert.Equal("reflux", options.Text("cover"));
        Assert.False(options.Has("thickness"));
        Assert.Empty(StepOptions.Check(Strip, "o", new Dictionary<string, string> { ["washes"] = "", ["cover"] = "reflux" }));
    }

    [Fact]
    public void Unknown_methods_and_bottles_are_told_by_name()
    {
        Assert.Null(MethodCatalogue.Find("alchemy"));
        Assert.Contains("alchemy", Assert.Throws<KeyNotFoundException>(() => MethodCatalogue.Of("alchemy")).Message);
        Assert.Contains("HF", Assert.Throws<KeyNotFoundException>(() => Shop.Usual.Of("HF")).Message);
        Assert.Equal("water", Shop.Usual.Of("H2O").Id);
    }

    [Fact]
    public void Every_default_is_itself_a_valid_choice()
    {
        foreach (var method in MethodCatalogue.All)
            Assert.Empty(StepOptions.Check(method, "o", method.Options.ToDictionary(o => o.Id, o => o.Default)));
    }

    [Fact]
    public void Open_or_covered_hot_or_cool_change_what_heat_drives_off()
    {
        double Left(string cover, string temperature) =>
            Given
                .Step(
                    "aqua-regia",
                    Given.Metals(("Au", 10)),
                    Given.Poured("nitric", "N-1", 6, 6) with { Closed = true, AsOf = DateTimeOffset.UnixEpoch.AddHours(6) } is var f
                        ? f with
                        {
                            Pours = [.. f.Pours, new("hcl", "H-1", 60, DateTimeOffset.UnixEpoch, "h")],
                        }
                        : null,
                    new() { ["cover"] = cover, ["temperature"] = temperature }
                )
                .Figures.Single(x => x.Label == "nitric acid not yet used")
                .Likely;
        Assert.True(Left("glass", "100") < Left("glass", "60"));
        Assert.True(Left("open", "80") < Left("glass", "80"));
    }
}
