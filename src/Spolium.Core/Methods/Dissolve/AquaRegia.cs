using Spolium.Core.Materials;
using Spolium.Core.Methods.Baths;
using Spolium.Core.Quantities;
using Spolium.Core.Records;

namespace Spolium.Core.Methods.Dissolve;

/// <summary>Gold in aqua regia (<see cref="AquaRegiaBath"/>): hydrochloric acid first and nitric in portions, or both mixed and poured at
/// once.</summary>
public sealed class AquaRegia : IMethod
{
    public string Id => "aqua-regia";
    public int Version => 2;
    public string Title => "Dissolve the gold in aqua regia";
    public string Verb => "dissolve";
    public Stage Stage => Stage.Dissolve;
    public IReadOnlyList<(string Id, string Name)> Outputs => [("gold-liquor", "gold liquor")];
    public IReadOnlyList<string> Reagents => ["HCl", "HNO3"];

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "school",
                "School",
                "portions",
                [("portions", "nitric acid in portions"), ("premixed", "premixed 3 : 1, at once")],
                Tip: "In portions little nitric acid is left over. Premixed is quick, and leaves much to destroy."
            ),
            .. AquaRegiaBath.Options,
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws) =>
        AquaRegiaBath.Plan(this, new("HNO3", 1, true, options.Text("school") == "premixed"), charge, options, shop, facts, draws, []);
}
