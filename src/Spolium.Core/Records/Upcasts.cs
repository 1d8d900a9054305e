using System.Text.Json.Nodes;

namespace Spolium.Core.Records;

/// <summary>How bodies of older schemas are brought up: on the text, so that no record of yesterday has to be kept.</summary>
internal static class Upcasts
{
    /// <summary>A feed was of a lot, and of nothing else.</summary>
    public static void FeedsFromLots(JsonObject started)
    {
        foreach (var feed in started["feeds"]!.AsArray().OfType<JsonObject>())
        {
            feed["from"] = nameof(FeedFrom.Lot);
            feed["id"] = feed["lotId"]?.DeepClone();
            feed.Remove("lotId");
        }
    }

    /// <summary>There was one product, and it was metal: its formula is the symbol of what it holds most of.</summary>
    public static void OneProduct(JsonObject weighed)
    {
        var product = new JsonObject
        {
            ["formula"] = weighed["holds"]!.AsArray().Select(h => h!["element"]!.GetValue<string>()).FirstOrDefault() ?? "",
            ["hydrate"] = 0,
        };
        foreach (var name in (string[])["output", "mass", "fineness", "holds"])
        {
            product[name] = weighed[name]?.DeepClone();
            weighed.Remove(name);
        }
        weighed["products"] = new JsonArray(product);
    }

    /// <summary>One entry was taken back at a time.</summary>
    public static void OneCorrected(JsonObject correction) => correction["corrects"] = new JsonArray(correction["corrects"]?.DeepClone());
}
