using Spolium.Benchmarks;

BenchmarkSwitcher.FromAssembly(typeof(PlanningBenchmarks).Assembly).Run(args);
