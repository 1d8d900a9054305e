using Spolium.Core.Methods.Clear;
using Spolium.Core.Methods.Denitrate;
using Spolium.Core.Methods.Dissolve;
using Spolium.Core.Methods.Finish;
using Spolium.Core.Methods.Precipitate;
using Spolium.Core.Methods.Strip;

namespace Spolium.Core.Methods;

/// <summary>All methods by id.</summary>
public static class MethodCatalogue
{
    public static readonly IReadOnlyList<IMethod> All = [new NitricStrip(), new AquaRegia(), new Sulfamic(), new ClearLiquor(), new Metabisulphite(), new WashDryMelt()];

    private static readonly Dictionary<string, IMethod> ById = All.ToDictionary(m => m.Id);

    public static IMethod? Find(string id) => ById.GetValueOrDefault(id);

    /// <exception cref="KeyNotFoundException">There is no such method.</exception>
    public static IMethod Of(string id) => Find(id) ?? throw new KeyNotFoundException($"There is no method '{id}'.");
}
