using Spolium.Core.Methods;

namespace Spolium.Core.Plans;

/// <summary>
/// Stands for a method that this version does not have, in a batch that was begun with one that had it. It knows no dose and does nothing:
/// what goes in stays together. So the batch can be opened, weighed and given up, and goes on from there by another way.
/// </summary>
/// <param name="names">What its step was called when it began.</param>
public sealed class GoneMethod(RouteStep step, BegunPlan? names) : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = step.Method,
            Version = names?.MethodVersion ?? 0,
            Title = TitleOf(step, names),
            Verb = names?.Verb ?? Words(step.Method),
            Stage = Stage.MakeReady,
            Outputs = [.. step.Makes.Select(m => m.Split('/')[^1]).Select(o => (o, Words(o)))],
            Reagents = [],
            HottestC = 25,
            Tasks = [],
            Signs = [],
        };

    /// <summary>The method of a step: as it is now, or as it was called then.</summary>
    public static IMethod Of(RouteStep step, BegunPlan? names = null) => MethodCatalogue.Find(step.Method) ?? new GoneMethod(step, names);

    /// <summary>What a step was called when it began; by the id of its method where nobody wrote it down.</summary>
    private static string TitleOf(RouteStep step, BegunPlan? names) => names?.Title ?? Words(step.Method);

    private static string Words(string id) => id.Replace('-', ' ');

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var plan = StepPlan.Refuse(
            this,
            charge,
            new Refusal(
                $"This version of Spolium does not have “{Card.Title}” any more",
                "weigh what is there, give the step up and choose another way; or use the version that began it"
            )
        );
        plan = plan with { Outputs = [.. Card.Outputs.Select((o, i) => new Output(o.Id, o.Name, i == 0, i == 0 ? charge : Charge.Empty))] };
        return facts.Closed ? plan with { Refusals = [] } : plan;
    }
}
