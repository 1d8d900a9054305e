namespace Spolium.Core.Methods;

/// <summary>
/// A method of the job: its card, and what it does to a charge. Pure: the same charge, options, shop, facts and draws give the same plan.
/// To add one: docs/add-a-method.md.
/// </summary>
public interface IMethod
{
    MethodCard Card { get; }

    IReadOnlyList<OptionSpec> Options => [];

    StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws);

    string Id => Card.Id;

    int Version => Card.Version;

    string Title => Card.Title;

    string Verb => Card.Verb;

    Stage Stage => Card.Stage;

    IReadOnlyList<(string Id, string Name)> Outputs => Card.Outputs;

    IReadOnlyList<string> Reagents => Card.Reagents;
}
