using Spolium.Core.Materials;
using Spolium.Core.Methods.Baths;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;

namespace Spolium.Core.Methods.Dissolve;

/// <summary>Gold in aqua regia (<see cref="AquaRegiaBath"/>): hydrochloric acid first and nitric in portions, or both mixed and poured at
/// once.</summary>
public sealed class AquaRegia : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "aqua-regia",
            Version = 2,
            Title = "Dissolve the gold in aqua regia",
            Verb = "dissolve",
            Stage = Stage.Dissolve,
            Outputs = [("gold-liquor", "gold liquor")],
            Reagents = ["HCl", "HNO3"],
            Passages = [new(Form.Scrap, Form.GoldNitrateLiquor, "aqua regia"), new(Form.Foils, Form.GoldNitrateLiquor, "aqua regia")],
            HottestC = 105,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Portion("rung-aqua")],
            Lessons = [new("aqua-nitric-factor", Seen.Dose, "nitric")],
            Signs = ["no-metal-left", "quiet-after-more", "air-colourless"],
        };

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
