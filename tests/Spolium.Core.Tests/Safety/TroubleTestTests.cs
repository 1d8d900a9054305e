using Spolium.Core.Safety;
using Xunit;

namespace Spolium.Core.Tests.Safety;

public class TroubleTestTests
{
    [Fact]
    public void Every_test_looks_for_what_shuts_a_gate_and_is_right_more_often_than_not()
    {
        var gates = FeedGate.All.SelectMany(g => new[] { g.Mark, g.Element }).Where(x => x.Length > 0).Append("content").ToHashSet();
        Assert.All(TroubleTest.All.Values, t =>
        {
            Assert.Contains(t.Trouble, gates);
            Assert.InRange(t.Sensitivity, 0.5, 1);
            Assert.InRange(t.Specificity, 0.5, 1);
            Assert.True(t.Hours >= 0 && t.Crowns >= 0 && t.Source.Length > 0);
        });
    }

    [Fact]
    public void Two_tests_call_clean_dirty_as_often_as_either()
    {
        var both = TroubleTest.All["Cd"].And(TroubleTest.ByContent);
        Assert.Equal(0.97 * 0.98, both.Specificity, 1e-12);
        Assert.Equal(0.97, both.Sensitivity, 1e-12);
        Assert.Equal(0.5, both.Hours, 1e-12);
    }
}
