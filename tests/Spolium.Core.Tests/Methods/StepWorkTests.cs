using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>What a step in the making tells of itself is told of what is in it by then.</summary>
public class StepWorkTests
{
    [Fact]
    public void Warming_and_vessel_go_with_every_reaction_however_often_they_are_asked_for()
    {
        var method = MethodCatalogue.Of("nitric-strip");
        var options = new StepOptions(method, new Dictionary<string, string>());
        var work = new StepWork(method, Given.Metals(("Zn", 20)), options, Shop.Usual, Facts.None, new Draws("t"));
        work.Water("water", "water", Working.Exact(500, null, Dimension.Volume), "first");
        work.Decided("hcl", "HCl", Working.Exact(60, null, Dimension.Mass), "over it");
        // Thinned alone: 60 g in 500 mL of water and that of the bottle.
        Assert.InRange(work.Warming()!.Likely, 7, 11);
        var thinned = work.Warming()!.Likely;
        void Dissolve() => work.React(Reaction.Of("Zn + HCl = ZnCl2 + H2"), Working.Exact(0.1, null, Dimension.Substance));
        Dissolve();
        var (once, small) = (work.Warming()!.Likely, work.Size("nitric").Count.Likely);
        Assert.Equal(once, work.Warming()!.Likely);
        Dissolve();
        work.LetGasGo();
        Assert.Equal(2 * (once - thinned), work.Warming()!.Likely - thinned, 0.1 * once);
        Assert.True(work.Size("nitric").Count.Likely >= small);
        work.Water("more", "water", Working.Exact(2000, null, Dimension.Volume), "to thin it");
        Assert.True(work.Warming()!.Likely < once);
    }
}
