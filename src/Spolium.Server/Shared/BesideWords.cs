using Spolium.Core.Safety;

namespace Spolium.Server.Shared;

/// <summary>What happened beside the plan, in words.</summary>
public static class BesideWords
{
    public static string Of(SomethingElse b)
    {
        var words = b switch
        {
            { Poured: { } p } => $"{p.Pour.Amount.Text} from {p.Pour.BottleId} beside the plan",
            { Holding: { } holding } => $"{holding} put in",
            { What: Happening.Sampled } => $"{b.Gone?.Amount?.Text} taken out to look at",
            { What: Happening.Spilt } =>
                $"{b.Gone?.Amount?.Text} spilt{(b.Gone is { WithSolids: true } ? ", with what lay at the bottom" : "")}",
            { What: Happening.BoiledAway } => $"boiled down, {b.Gone?.Amount?.Text} left",
            { What: Happening.Moved } => $"moved into {b.Into}{(b.Gone is null ? ", rinsed over" : "")}",
            _ => $"covered otherwise: {b.Into}",
        };
        return b.Danger is null ? words : $"{words}: {NeverTogether.Of(b.Danger).Text}";
    }
}
