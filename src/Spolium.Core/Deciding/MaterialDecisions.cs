using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Ways;

namespace Spolium.Core.Deciding;

/// <summary>What can be done with kinds of scrap. Those that ship with the program are never changed, only copied.</summary>
public static class MaterialDecisions
{
    /// <summary>Keeps a kind of the shop's own; one of the library is never changed, only copied.</summary>
    public static Decision Keep(State state, Material material, string? copyOf)
    {
        var errors = material.Check().ToList();
        if (MaterialLibrary.All.Any(m => m.Id == material.Id))
            errors.Add(
                new("id", $"{material.Name} belongs to the library that ships with the program", "keep your copy under a name of its own")
            );
        if (
            state.Materials.Values.Any(m =>
                m.Material.Id != material.Id && string.Equals(m.Material.Name, material.Name.Trim(), StringComparison.OrdinalIgnoreCase)
            )
        )
            errors.Add(new("name", $"you have a kind {material.Name} already", "choose another name, or change that one"));
        return errors.Count > 0
            ? Decision.Refuse(errors)
            : Decision.Write(new MaterialKept(material with { Name = material.Name.Trim(), Basis = material.Basis.Trim() }, copyOf));
    }

    public static Decision Drop(State state, string id, string why) =>
        !state.Materials.ContainsKey(id) ? Decision.Refuse("id", "there is no such kind of your own", "choose one of the list")
        : string.IsNullOrWhiteSpace(why) ? Decision.Refuse("why", "say why it goes", "not met any more, wrong")
        : Decision.Write(new MaterialDropped(id, why.Trim()));
}
