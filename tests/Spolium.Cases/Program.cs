using Spolium.Cases;

if (args is ["simulate", .. var rest])
{
    // A seed makes its own batches; a file of cases is judged as it stands.
    if (rest is [var file, ..] && File.Exists(file))
    {
        foreach (var f in ReconciliationCases.Run(file))
            Console.WriteLine(
                $"{f.Name, -26} {f.Cases, 4} cases  {f.Right, 4} right  {f.AmongThree ?? f.Right, 4} among the first three  "
                    + $"{(f.Wrong.Count == 0 ? "passes" : "fails")}"
            );
        return 0;
    }
    if (rest.Length > 0 && !int.TryParse(rest[0], out _))
    {
        Console.Error.WriteLine($"'{rest[0]}' is neither a seed nor a file of cases. Give a whole number, or the path of a cases.json.");
        return 2;
    }
    Console.Write(SimulationReport.Of(rest.Length > 0 ? int.Parse(rest[0]) : 1, rest.Length > 1 ? int.Parse(rest[1]) : 1000));
    return 0;
}
if (args is ["liquors", .. var asked])
{
    var (count, seed) = (asked.Length > 0 ? int.Parse(asked[0]) : 10_000, asked.Length > 1 ? int.Parse(asked[1]) : 1);
    var clock = System.Diagnostics.Stopwatch.StartNew();
    var wrong = RandomLiquors.Wrong(seed, count).ToList();
    foreach (var line in wrong)
        Console.WriteLine(line);
    Console.WriteLine($"{count} liquors of seed {seed}: {wrong.Count} wrong, {clock.Elapsed.TotalMilliseconds / count:0.0} ms each");
    return wrong.Count > 0 ? 1 : 0;
}
var folder = args.Length > 0 ? args[0] : "tests/reference";
if (!Directory.Exists(folder))
{
    Console.Error.WriteLine($"There is no folder {folder}. Give one laid out like the reference folder, with worked-problems.json in it.");
    return 2;
}
var families = CaseRunner.Run(folder);
foreach (var f in families)
{
    Console.WriteLine(
        $"{f.Name, -26} {f.Cases, 4} cases  {f.Right, 4} right  {f.Wrong.Count, 4} wrong  {f.NotAnswered, 4} not answered "
            + $"yet{(f.AmongThree is { } three ? $"  {three, 4} among the first three" : "")}"
    );
    foreach (var w in f.Wrong)
        Console.WriteLine($"    wrong {w.Id}: {w.What}: wanted {w.Wanted}, got {w.Got}");
}
Console.WriteLine(
    $"{"all", -26} {families.Sum(f => f.Cases), 4} cases  {families.Sum(f => f.Right), 4} right  {families.Sum(f => f.Wrong.Count), 4} "
        + $"wrong  {families.Sum(f => f.NotAnswered), 4} not answered yet"
);
return families.Any(f => f.Wrong.Count > 0) ? 1 : 0;
