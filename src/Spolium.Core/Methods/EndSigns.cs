namespace Spolium.Core.Methods;

/// <summary>Signs that several methods end by.</summary>
internal static class EndSigns
{
    public static readonly EndSign StannousClean = new(
        "stannous-clean",
        "a drop with stannous chloride shows no violet",
        "free nitric acid or chlorine bleaches the test; old reagent shows nothing: try it on the standard"
    );

    public static readonly EndSign QuietAfterMore = new(
        "quiet-after-more",
        "one more small portion, warm and stirred, stays quiet",
        "quiet alone: the acid may be spent, the metal crusted, or the liquor cold"
    );

    public static readonly EndSign AirColourless = new(
        "air-colourless",
        "the air above the liquor colourless for five minutes",
        "says that gas has ended, not that all is dissolved"
    );
}
