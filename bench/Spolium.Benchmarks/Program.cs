using BenchmarkDotNet.Running;
using Spolium.Benchmarks;

BenchmarkSwitcher.FromAssembly(typeof(PlanningBenchmarks).Assembly).Run(args);
