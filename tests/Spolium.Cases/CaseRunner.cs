using System.Globalization;
using System.Text.Json;
using CsvHelper;

namespace Spolium.Cases;

/// <summary>A case that came out otherwise than wanted.</summary>
public sealed record WrongCase(string Id, string What, string Wanted, string Got);

/// <summary>What became of the cases of one family.</summary>
/// <param name="AmongThree">Of slips: the planted one stood among the first three proposals.</param>
public sealed record Family(string Name, int Cases, int Right, IReadOnlyList<WrongCase> Wrong, int NotAnswered, int? AmongThree = null);

/// <summary>
/// Reads a folder laid out like the reference folder and hands every case to the public calculation that the product itself
/// uses. Families without an answer yet are counted apart.
/// </summary>
public static class CaseRunner
{
    public static IReadOnlyList<Family> Run(string folder)
    {
        var cases = Read(Path.Combine(folder, "worked-problems.json"), null)
            .Concat(CheckPoints(Path.Combine(folder, "density-check-points.csv")));
        return
        [
            .. cases.GroupBy(c => c.Family).Select(g => Judge(g.Key, [.. g])),
            .. EquilibriumCases.Run(Path.Combine(folder, "equilibrium")),
            .. ReconciliationCases.Run(Path.Combine(folder, "reconciliation", "cases.json")),
        ];
    }

    /// <summary>What the product answers to the worked problems, a line each, in twelve digits.</summary>
    public static IReadOnlyList<string> Answered(string folder) =>
        [
            .. Read(Path.Combine(folder, "worked-problems.json"), null)
                .Concat(CheckPoints(Path.Combine(folder, "density-check-points.csv")))
                .SelectMany(Lines),
        ];

    private static IEnumerable<string> Lines(Case c)
    {
        if (!Answers.ByFamily.TryGetValue(c.Family, out var answer))
            return [];
        try
        {
            return
            [
                .. answer(c.Given, c.Expect)
                    .OrderBy(a => a.Key, StringComparer.Ordinal)
                    .Select(a =>
                        $"{c.Family} {c.Id} {a.Key} = "
                        + $"{string.Join(" ", a.Value.Select(v => v.ToString("G12", CultureInfo.InvariantCulture)))}"
                    ),
            ];
        }
        catch (Exception e)
            when (e is NotAnsweredException or FormatException or KeyNotFoundException or InvalidOperationException or ArgumentException)
        {
            return [$"{c.Family} {c.Id} = {e.Message}"];
        }
    }

    private sealed record Case(string Id, string Family, JsonElement Given, JsonElement Expect, double Tolerance, bool Absolute = false);

    private static IEnumerable<Case> Read(string file, string? family)
    {
        if (!File.Exists(file))
            yield break;
        using var document = JsonDocument.Parse(File.ReadAllText(file));
        foreach (var c in document.RootElement.GetProperty("cases").EnumerateArray())
            yield return new(
                c.TryGetProperty("id", out var id) ? id.ToString() : "?",
                family ?? c.GetProperty("family").GetString()!,
                c.TryGetProperty("given", out var given) ? given.Clone() : default,
                c.TryGetProperty("expect", out var expect) ? expect.Clone() : default,
                c.TryGetProperty("tolerance", out var t) && t.ValueKind == JsonValueKind.Number ? t.GetDouble() : 0.001
            );
    }

    // Points of the density tables: their tolerance is in g/mL.
    private static IEnumerable<Case> CheckPoints(string file)
    {
        if (!File.Exists(file))
            yield break;
        using var reader = new CsvReader(new StreamReader(file), CultureInfo.InvariantCulture);
        reader.Read();
        reader.ReadHeader();
        while (reader.Read())
        {
            var (solute, percent, temperature) = (
                reader.GetField("solute")!,
                reader.GetField<double>("mass_percent"),
                reader.GetField<double>("temperature_C")
            );
            yield return new(
                $"{solute} {percent} % {temperature} °C",
                "density-check-points",
                JsonSerializer.SerializeToElement(
                    new
                    {
                        solute,
                        mass_percent = percent,
                        temperature_C = temperature,
                    }
                ),
                JsonSerializer.SerializeToElement(new { density = reader.GetField<double>("density") }),
                reader.GetField<double>("tolerance"),
                true
            );
        }
    }

    private static Family Judge(string family, IReadOnlyList<Case> cases)
    {
        if (!Answers.ByFamily.TryGetValue(family, out var answer))
            return new(family, cases.Count, 0, [], cases.Count);
        var right = 0;
        var open = 0;
        var wrong = new List<WrongCase>();
        foreach (var c in cases)
        {
            try
            {
                var got = answer(c.Given, c.Expect);
                var misses = c
                    .Expect.EnumerateObject()
                    .Select(e => Compare(c, e.Name, e.Value, got.GetValueOrDefault(e.Name)))
                    .OfType<WrongCase>()
                    .ToList();
                if (misses.Count == 0)
                    right++;
                else
                    wrong.Add(misses[0]);
            }
            catch (NotAnsweredException)
            {
                open++;
            }
            catch (Exception e) when (e is FormatException or KeyNotFoundException or InvalidOperationException or ArgumentException)
            {
                wrong.Add(new(c.Id, "refused", c.Expect.ToString(), e.Message));
            }
        }
        return new(family, cases.Count, right, wrong, open);
    }

    private static WrongCase? Compare(Case c, string name, JsonElement wanted, IReadOnlyList<double>? got)
    {
        double[] want =
            wanted.ValueKind == JsonValueKind.Array ? [.. wanted.EnumerateArray().Select(e => e.GetDouble())] : [wanted.GetDouble()];
        if (
            got is not null
            && got.Count == want.Length
            && want.Zip(got)
                .All(p =>
                    Math.Abs(p.First - p.Second)
                    <= Math.Max(c.Absolute ? c.Tolerance + 1e-12 : c.Tolerance * Math.Abs(p.First), HalfOfSixthDigit(p.First))
                )
        )
            return null;
        return new(c.Id, name, Text(want), got is null ? "nothing" : Text(got));
    }

    // Answers are written with six digits: what lies within half of the sixth cannot be told apart from them.
    private static double HalfOfSixthDigit(double x) => x == 0 ? 1e-12 : 0.5000001 * Math.Pow(10, Math.Floor(Math.Log10(Math.Abs(x))) - 5);

    private static string Text(IEnumerable<double> values) =>
        string.Join(" ", values.Select(v => v.ToString("G7", CultureInfo.InvariantCulture)));
}

/// <summary>The product has no answer to this case yet.</summary>
public sealed class NotAnsweredException(string why) : Exception(why);
