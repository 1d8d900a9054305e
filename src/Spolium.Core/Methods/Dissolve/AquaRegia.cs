namespace Spolium.Core.Methods.Dissolve;

/// <summary>Gold in aqua regia (<see cref="AquaRegiaBath"/>): hydrochloric acid first and nitric in portions, or both mixed and poured at
/// once.</summary>
public sealed class AquaRegia : IMethod
{
    public MethodCard Card { get; } =
        AquaRegiaBath.Card(
            id: "aqua-regia",
            version: 2,
            title: "Dissolve the gold in aqua regia",
            reagents: ["HCl", "HNO3"],
            words: "aqua regia",
            place: 1
        );

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
