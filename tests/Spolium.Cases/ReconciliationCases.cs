using System.Globalization;
using System.Text.Json;
using Spolium.Core.Reconciling;

namespace Spolium.Cases;

/// <summary>Metal-balance cases: each is handed to the reconciliation and the search of slips that the product uses.</summary>
public static class ReconciliationCases
{
    private const double Relative = 1e-5;
    private const double ZeroG = 1e-6;

    // Share of a kind that must be right at the first proposal; among the first three, 0.05 more.
    private static readonly Dictionary<string, double> Rates = new()
    {
        ["decimal_up"] = 0.95,
        ["decimal_down"] = 0.95,
        ["digits_swapped"] = 0.85,
        ["dwt_for_g"] = 0.75,
        ["ozt_for_oz"] = 0.75,
        ["tare_left"] = 0.85,
    };

    private const double FalseAlarms = 0.05;

    public static IEnumerable<Family> Run(string file)
    {
        if (!File.Exists(file))
            yield break;
        using var document = JsonDocument.Parse(File.ReadAllText(file));
        var cases = document.RootElement.GetProperty("cases").EnumerateArray().ToList();
        foreach (var group in cases.Where(c => Kind(c) != "slip").GroupBy(Kind))
        {
            var wrong = group.Select(c => Judge(c)).OfType<WrongCase>().ToList();
            yield return new("reconciliation-" + group.Key, group.Count(), group.Count() - wrong.Count, wrong, 0);
        }
        var slips = cases.Where(c => Kind(c) == "slip").Select(c => (Case: c, Place: Place(c))).ToList();
        foreach (var group in slips.GroupBy(s => Group(s.Case)).OrderBy(g => g.Key, StringComparer.Ordinal))
        {
            var right = group.Key == "clean" ? group.Count(s => s.Place < 0) : group.Count(s => s.Place == 0);
            var among = group.Key == "clean" ? right : group.Count(s => s.Place is >= 0 and < 3);
            var asked = group.Key == "clean" ? 1 - FalseAlarms : Rates.Where(r => Short(r.Key) == group.Key).Select(r => r.Value).First();
            var passes = right >= asked * group.Count() && (group.Key == "clean" || among >= Math.Min(1, asked + 0.05) * group.Count());
            // Not every slip can be seen: the family passes at its rate, and those that were missed are then no fault.
            yield return new(
                "slip-" + group.Key,
                group.Count(),
                right,
                passes
                    ? []
                    :
                    [
                        .. group
                            .Where(s => group.Key == "clean" ? s.Place >= 0 : s.Place != 0)
                            .Select(s => new WrongCase(
                                Id(s.Case),
                                $"slip, {asked:P0} asked",
                                s.Case.GetProperty("planted").GetRawText().ReplaceLineEndings(" "),
                                s.Place < 0 ? "not among the first three" : $"proposal {s.Place + 1}"
                            )),
                    ],
                0,
                among
            );
        }
    }

    private static string Id(JsonElement c) => c.GetProperty("id").GetString()!;

    private static string Kind(JsonElement c) => c.GetProperty("kind").GetString()!;

    private static string Group(JsonElement c) =>
        c.GetProperty("planted") is { ValueKind: JsonValueKind.Object } p ? Short(p.GetProperty("kind").GetString()!) : "clean";

    private static string Short(string kind) =>
        kind switch
        {
            "decimal_up" or "decimal_down" => "decimal",
            "dwt_for_g" or "ozt_for_oz" => "unit",
            "digits_swapped" => "swapped",
            "tare_left" => "tare",
            _ => kind,
        };

    private static FlowGraph Graph(JsonElement c)
    {
        string? End(JsonElement a, string name) => a.GetProperty(name).GetString();
        var tares = c.TryGetProperty("known_tares_g", out var t)
            ? t.EnumerateObject().ToDictionary(x => x.Name, x => x.Value.GetDouble())
            : [];
        return new(
            [
                .. c.GetProperty("arcs")
                    .EnumerateArray()
                    .Select(a => new Arc(a.GetProperty("id").GetString()!, End(a, "from"), End(a, "to"))),
            ],
            [
                .. c.GetProperty("readings")
                    .EnumerateArray()
                    .Select(r =>
                    {
                        var of = r.TryGetProperty("quantity", out var q) ? q.GetString()! : FlowGraph.Mass;
                        return new FlowReading(
                            r.GetProperty("arc").GetString()!,
                            of,
                            r.GetProperty("value").GetDouble(),
                            r.GetProperty("sigma").GetDouble(),
                            of == FlowGraph.Mass ? Measure.Grams : Measure.Fraction
                        )
                        {
                            Clues = new(r.GetProperty("value").GetRawText(), TaresG: tares),
                        };
                    }),
            ]
        );
    }

    private static WrongCase? Judge(JsonElement c)
    {
        var got = Reconciliation.Of(Graph(c));
        var expect = c.GetProperty("expect");
        // A standardised adjustment is a difference of readings that are given with eight digits: it is compared on the scale of its own
        // uncertainty.
        WrongCase? Differs(string what, JsonElement wanted, double? is_, double atLeast = 0)
        {
            if (wanted.ValueKind == JsonValueKind.Null)
                return is_ is null ? null : new(Id(c), what, "nothing", Text(is_));
            var want = wanted.GetDouble();
            return
                is_ is { } x
                && Math.Abs(x - want) <= Math.Max(Relative * Math.Max(atLeast, Math.Abs(want)), Math.Abs(want) < ZeroG ? ZeroG : 0)
                ? null
                : new(Id(c), what, Text(want), Text(is_));
        }
        var wrong = new List<WrongCase?>();
        if (expect.TryGetProperty("dof", out var dof))
            wrong.Add(Differs("dof", dof, got.DegreesOfFreedom));
        foreach (var name in new[] { "chi2", "objective" })
            if (expect.TryGetProperty(name, out var chi))
                wrong.Add(Differs(name, chi, got.ChiSquare));
        if (expect.TryGetProperty("at_zero", out var atZero))
            foreach (var arc in atZero.EnumerateArray().Select(a => a.GetString()!))
                wrong.Add(
                    got.Flow(arc, FlowGraph.Mass) is { Grams: <= ZeroG }
                        ? null
                        : new(Id(c), arc, "0", Text(got.Flow(arc, FlowGraph.Mass).Grams))
                );
        foreach (var f in expect.GetProperty("flows").EnumerateArray())
        {
            var arc = f.GetProperty("arc").GetString()!;
            var flow = got.Flow(arc, FlowGraph.Mass);
            if (f.TryGetProperty("observable", out var observable) && observable.GetBoolean() != flow.Observable)
                wrong.Add(new(Id(c), arc + " observable", observable.ToString(), flow.Observable.ToString()));
            if (f.TryGetProperty("redundant", out var redundant) && redundant.GetBoolean() != flow.Redundant)
                wrong.Add(new(Id(c), arc + " redundant", redundant.ToString(), flow.Redundant.ToString()));
            foreach (var name in new[] { "value", "mass" })
                if (f.TryGetProperty(name, out var value))
                    wrong.Add(Differs($"{arc} {name}", value, flow.Grams));
            if (f.TryGetProperty("sigma", out var sigma))
                wrong.Add(Differs(arc + " sigma", sigma, flow.Sigma));
            if (f.TryGetProperty("standardised_adjustment", out var adjustment) && adjustment.ValueKind == JsonValueKind.Number)
                wrong.Add(
                    Differs(
                        arc + " adjustment",
                        adjustment,
                        got.Readings.FirstOrDefault(r => r.Reading.Arc == arc)?.StandardisedAdjustment,
                        1
                    )
                );
            if (f.TryGetProperty("fractions", out var fractions))
                foreach (var fraction in fractions.EnumerateObject())
                    wrong.Add(Differs($"{arc} {fraction.Name}", fraction.Value, got.Flow(arc, fraction.Name).Grams / flow.Grams));
        }
        return wrong.OfType<WrongCase>().FirstOrDefault();
    }

    // Place of the planted slip among the proposals, or −1; of a clean batch the place of any alarm.
    private static int Place(JsonElement c)
    {
        var graph = Graph(c);
        var proposals = SlipSearch.Of(graph);
        if (c.GetProperty("planted") is not { ValueKind: JsonValueKind.Object } planted)
            return proposals.Count > 0 ? 0 : -1;
        var (arc, kind, value) = (
            planted.GetProperty("arc").GetString(),
            planted.GetProperty("kind").GetString(),
            planted.GetProperty("right_value").GetDouble()
        );
        return proposals
            .ToList()
            .FindIndex(p => graph.Readings[p.Reading].Arc == arc && p.Slip.Kind == kind && Math.Abs(p.Slip.Value / value - 1) <= 0.01);
    }

    private static string Text(double? x) => x is { } v ? v.ToString("G8", CultureInfo.InvariantCulture) : "nothing";
}
