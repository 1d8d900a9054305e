namespace Spolium.Core.Methods;

/// <summary>All methods by id: every class of this room that is an <see cref="IMethod"/>, in the order of the work.</summary>
public static class MethodCatalogue
{
    public static readonly IReadOnlyList<IMethod> All =
    [
        .. typeof(MethodCatalogue)
            .Assembly.GetTypes()
            .Where(t =>
                t is { IsClass: true, IsAbstract: false }
                && t.IsAssignableTo(typeof(IMethod))
                && t.Namespace!.StartsWith(typeof(IMethod).Namespace!, StringComparison.Ordinal)
            )
            .Select(t => (IMethod)Activator.CreateInstance(t)!)
            .OrderBy(m => m.Stage)
            .ThenBy(m => m.Id, StringComparer.Ordinal),
    ];

    private static readonly Dictionary<string, IMethod> ById = All.ToDictionary(m => m.Id);

    /// <summary>By the name that it has now, or had once.</summary>
    public static IMethod? Find(string id) => ById.GetValueOrDefault(id);

    /// <summary>The name of a method that is known by what it does.</summary>
    public static string IdOf<T>()
        where T : IMethod => All.First(m => m is T).Id;

    /// <exception cref="KeyNotFoundException">There is no such method.</exception>
    public static IMethod Of(string id) => Find(id) ?? throw new KeyNotFoundException($"There is no method '{id}'.");
}
