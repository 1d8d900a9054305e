using System.Globalization;
using System.Text.Json;
using Spolium.Core.Equilibrium;

namespace Spolium.Cases;

/// <summary>States and titration curves of equilibrium, each handed to the engine that the product uses.</summary>
public static class EquilibriumCases
{
    // Solids of less than so much, mol/kg, are not told apart.
    private const double LeastSolid = 1e-9;

    private const double PHOfACurve = 0.02;

    public static IEnumerable<Family> Run(string folder)
    {
        foreach (var group in Read(Path.Combine(folder, "cases.json"), "cases").GroupBy(c => "equilibrium-" + Text(c, "family")))
            yield return Judged(group.Key, [.. group], OfState);
        var curves = Read(Path.Combine(folder, "titrations.json"), "titrations");
        if (curves.Count > 0)
            yield return Judged("titration", curves, OfCurve);
    }

    private static List<JsonElement> Read(string file, string list)
    {
        if (!File.Exists(file))
            return [];
        using var document = JsonDocument.Parse(File.ReadAllText(file));
        return [.. document.RootElement.GetProperty(list).EnumerateArray().Select(c => c.Clone())];
    }

    private static Family Judged(string name, IReadOnlyList<JsonElement> cases, Func<JsonElement, WrongCase?> judge)
    {
        var wrong = cases.Select(judge).OfType<WrongCase>().ToList();
        return new(name.Replace(' ', '-'), cases.Count, cases.Count - wrong.Count, wrong, 0);
    }

    private static string Text(JsonElement c, string name) => c.TryGetProperty(name, out var t) ? t.ToString() : "";

    private static Dictionary<string, double> Numbers(JsonElement c, string name) =>
        c.TryGetProperty(name, out var all) && all.ValueKind == JsonValueKind.Object
            ? all.EnumerateObject().ToDictionary(p => p.Name, p => p.Value.GetDouble())
            : [];

    private static EquilibriumAsked Asked(JsonElement c, Dictionary<string, double> totals) =>
        new(
            totals,
            Text(c, "model") switch
            {
                "none" => ActivityModel.Ideal,
                "sit" => ActivityModel.Interaction,
                _ => ActivityModel.Davies,
            },
            c.TryGetProperty("solids", out var solids) && solids.ValueKind == JsonValueKind.Array
                    ? [.. solids.EnumerateArray().Select(s => s.GetString()!)]
                : Text(c, "solids") == "none" ? []
                : null,
            Numbers(c, "gas"),
            c.TryGetProperty("temperature_C", out var t) ? t.GetDouble() : 25
        );

    private static WrongCase? OfState(JsonElement c)
    {
        var id = Text(c, "id");
        try
        {
            if (c.TryGetProperty("target_pH", out var target))
                return OfTarget(c, target.GetDouble());
            var state = Speciation.Of(Asked(c, Numbers(c, "totals")));
            return c.TryGetProperty("infeasible", out _)
                ? new(id, "infeasible", Text(c, "reason"), "a state")
                : Differs(id, c.GetProperty("expected"), state, c.GetProperty("tolerance").GetProperty("log10").GetDouble(), Amounts(c));
        }
        catch (NoEquilibriumException e)
        {
            return c.TryGetProperty("infeasible", out _) ? null : new(id, "refused", "a state", e.Message);
        }
    }

    private static double Amounts(JsonElement c) => c.GetProperty("tolerance").GetProperty("amount_relative").GetDouble();

    // A pH that no dose reaches: the highest that one does is told.
    private static WrongCase? OfTarget(JsonElement c, double target)
    {
        var asked = Asked(c, Numbers(c, "totals"));
        var reached = DoseFor.Reaching(asked, Numbers(c, "reagent"), target);
        var best = c.GetProperty("best_pH").GetDouble();
        return reached.Dose is null && Math.Abs(reached.PH - best) <= PHOfACurve
            ? null
            : new(Text(c, "id"), "best pH", best.ToString(CultureInfo.InvariantCulture), $"{reached.PH:0.000} at {reached.Dose}");
    }

    private static WrongCase? OfCurve(JsonElement c)
    {
        var (start, reagent) = (Numbers(c, "start"), Numbers(c, "reagent"));
        var tolerance = c.GetProperty("tolerance");
        foreach (var point in c.GetProperty("points").EnumerateArray())
        {
            var dose = point.GetProperty("dose").GetDouble();
            var totals = start
                .Keys.Union(reagent.Keys)
                .ToDictionary(k => k, k => start.GetValueOrDefault(k) + dose * reagent.GetValueOrDefault(k));
            try
            {
                var state = Speciation.Of(Asked(c, totals));
                var ph = tolerance.TryGetProperty("pH", out var t) ? t.GetDouble() : PHOfACurve;
                if (
                    Differs($"{Text(c, "id")} at {dose}", point, state, tolerance.GetProperty("log10").GetDouble(), Amounts(c), ph) is
                    { } wrong
                )
                    return wrong;
            }
            catch (NoEquilibriumException e)
            {
                return new($"{Text(c, "id")} at {dose}", "refused", "a state", e.Message);
            }
        }
        return null;
    }

    private static WrongCase? Differs(string id, JsonElement wanted, EquilibriumState got, double logs, double amounts, double? ph = null)
    {
        WrongCase Wrong(string what, double want, double is_) => new(id, what, want.ToString("G7"), is_.ToString("G7"));
        if (Math.Abs(wanted.GetProperty("pH").GetDouble() - got.PH) > (ph ?? logs))
            return Wrong("pH", wanted.GetProperty("pH").GetDouble(), got.PH);
        foreach (var (name, of) in new[] { ("dissolved", got.Dissolved), ("species", got.Molalities) })
        foreach (var (what, want) in Numbers(wanted, name))
        {
            var there = of.GetValueOrDefault(what);
            if (want > 1e-30 && !(Math.Abs(Math.Log10(there / want)) <= logs) || want <= 1e-30 && there > 1e-20)
                return Wrong(what, want, there);
        }
        var solids = Numbers(wanted, "solids");
        foreach (var what in solids.Keys.Union(got.Solids.Keys))
        {
            var (want, there) = (solids.GetValueOrDefault(what), got.Solids.GetValueOrDefault(what));
            if (Math.Abs(want - there) > Math.Max(LeastSolid, amounts * want))
                return Wrong(what, want, there);
        }
        return null;
    }
}
