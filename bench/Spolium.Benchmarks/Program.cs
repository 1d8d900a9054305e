using BenchmarkDotNet.Running;
using Spolium.Benchmarks;

if (args is ["growth", var server, var folder, .. var sizes])
    return await Growth.Measure(server, folder, [.. sizes.Select(int.Parse)]);
BenchmarkSwitcher.FromAssembly(typeof(PlanningBenchmarks).Assembly).Run(args);
return 0;
