using System.Collections.Concurrent;
using Spolium.Core.Records;
using Spolium.Demo;

namespace Spolium.Core.Tests;

/// <summary>The demo's entries by its now, built once for all tests: entries are immutable.</summary>
internal static class DemoAt
{
    private static readonly ConcurrentDictionary<DateTimeOffset, Lazy<IReadOnlyList<Entry>>> Built = new();

    public static IReadOnlyList<Entry> Entries(DateTimeOffset now) => Built.GetOrAdd(now, n => new(() => DemoShop.Entries(n))).Value;
}
