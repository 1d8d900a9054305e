using System.Text.Json.Nodes;
using Spolium.Core.Journal;

namespace Spolium.Server.Tests.Guard;

/// <summary>What it knows of the shop, so that some of it hits.</summary>
internal sealed partial class Nonsense
{
    private JsonObject Head()
    {
        if (ids.Count == 0 || !Once(6))
            ids.Add(new Guid(Enumerable.Range(0, 16).Select(_ => (byte)random.Next(256)).ToArray()).ToString());
        var id = Once(6) ? Pick(ids) : ids[^1];
        var head = new JsonObject
        {
            ["entryId"] =
                Once(12) ? id.ToUpperInvariant()
                : Once(30) ? "x"
                : id,
            ["by"] = wild && Once(5) ? Pick(Texts) : "AV",
        };
        if (wild && Once(2))
            head["occurredAt"] = Any(typeof(DateTimeOffset), "");
        if (wild && Once(2))
            head["expectedVersion"] = random.Next(60);
        return head;
    }

    /// <summary>Speaks of what is there from now on.</summary>
    public void Know(State state)
    {
        string[] masses = ["0.2 g", "5 g", "12 mL", "1 284 mg", "0.5 g"];
        var open = state.Batches.Values.Where(b => b.ClosedAt is null).OrderBy(b => b.Id, StringComparer.Ordinal).ToList();
        byName = new()
        {
            ["lotid"] = [.. Sorted(state.Lots.Values.Where(l => l.Left > 0).Select(l => l.Id)), $"lot {random.Next()}"],
            ["batchid"] = [.. open.Select(b => b.Id), .. open.Select(b => b.Id), .. Sorted(state.Batches.Keys).Take(3)],
            ["stepid"] = [.. open.Select(b => b.Current?.Id ?? "x")],
            ["bottleid"] = [.. Sorted(state.Shelf.Keys)],
            ["poolid"] = [.. Sorted(state.Pools.Keys)],
            ["planid"] = [.. Sorted(state.Plans.Keys), $"plan {random.Next()}"],
            ["vesselid"] = [.. Sorted(state.Vessels.Keys), $"V{random.Next(999)}"],
            ["keptid"] = [.. Sorted(state.Kept.Keys), $"kept {random.Next()}"],
            ["corrects"] = [.. state.Entries.TakeLast(30).Select(e => e.Id)],
            ["readingentryid"] = [.. state.Entries.TakeLast(30).Select(e => e.Id)],
            ["code"] = [.. Enumerable.Range(0, 5).Select(_ => $"C-{random.Next(99_999)}")],
            ["batchcode"] = [.. Enumerable.Range(0, 5).Select(_ => $"B-{random.Next(99_999)}")],
            ["id"] = [.. Enumerable.Range(0, 3).Select(_ => $"N-{random.Next(999)}"), .. Sorted(state.Shelf.Keys).Take(3)],
            ["amount"] = [.. masses],
            ["mass"] = [.. masses],
            ["becomes"] = [.. masses],
            ["grams"] = [.. masses],
            ["volume"] = ["400 mL", "1 L"],
            ["low"] = ["1 %", "0 g/L"],
            ["likely"] = ["2 %"],
            ["high"] = ["3 %", "1 g/L"],
            ["range"] = ["8-11-14 %"],
            ["strength"] = ["68 %"],
            ["fineness"] = ["996 ‰"],
            ["element"] = ["Au", "Ag", "Cu"],
            ["method"] = ["nitric-strip", "aqua-regia", "wash", "dry"],
            ["methods"] = ["clear"],
            ["output"] = ["foils", "filter", "barren", "bar", "denitrated"],
            ["doseid"] = ["sulfamic", "nitric", "water", "hcl"],
            ["sign"] = ["no-fizz-hot", "no-brown-fume", "iodide-white"],
            ["form"] = ["nitric-68", "hcl-37", "borax-glass"],
            ["kind"] = ["temperature", "filter tub", "stock pot", "beaker, low form"],
            ["how"] = ["assay", "guess", "burnt"],
            ["value"] = ["85 °C"],
            ["crowns"] = ["90 kr", ""],
            ["price"] = ["300 kr"],
            ["title"] = ["rings of a mast", "ünïcode"],
            ["reason"] = ["so it is"],
            ["why"] = ["broken"],
            ["where"] = ["drum D1"],
            ["text"] = ["a note"],
            ["saw"] = ["no haze"],
            ["caption"] = ["a heap"],
            ["base64"] = [Convert.ToBase64String(Given.Picture(20, 20)), "AAAA"],
            ["waitsfor"] = ["an assay", ""],
            ["by"] = ["a dealer"],
            ["place"] = ["bench"],
            ["material"] = ["brass"],
            ["basis"] = ["whole"],
            ["name"] = [$"kind {random.Next()}"],
        };
        // Where nothing of it is left (every tub taken back), anything may be said.
        foreach (var (name, _) in byName.Where(n => n.Value.Count == 0).ToList())
            byName.Remove(name);
        known =
        [
            .. Sorted(state.Lots.Keys),
            .. Sorted(state.Batches.Keys),
            .. Sorted(state.Batches.Values.SelectMany(b => b.Route.Steps.Select(s => s.Id)).Distinct()),
            .. Sorted(state.Shelf.Keys),
            .. Sorted(state.Pools.Keys),
            .. Sorted(state.Vessels.Keys),
            .. state.Entries.TakeLast(40).Select(e => e.Id),
            "new-1",
            "new-2",
            "X",
            "1-nitric-strip",
            "26-02",
            "3-sulfamic",
        ];
    }
}
