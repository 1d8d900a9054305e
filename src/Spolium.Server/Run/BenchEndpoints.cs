using System.Reflection;
using Spolium.Core.Solutions;

namespace Spolium.Server.Run;

using BatchResult = Task<Results<Ok<BatchView>, ProblemHttpResult>>;

/// <summary>What is done at a step.</summary>
internal static class BenchEndpoints
{
    internal static readonly string CodeVersion = Assembly
        .GetExecutingAssembly()
        .GetCustomAttribute<AssemblyInformationalVersionAttribute>()!
        .InformationalVersion;

    internal static BatchResult Begin(string batchId, string stepId, BeginRequest request, Writing writing) =>
        RunEndpoints.InBatch(batchId, request.Head, new { stepId, request }, writing, new(), (l, b) =>
            StepDecisions.Begin(l.State, b, stepId, CodeVersion)
        );

    internal static BatchResult Pour(string batchId, string stepId, PourRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var amount = reader.MassOrVolume("amount", request.Amount);
        return RunEndpoints.InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b, now) =>
            StepDecisions.Pour(l.State, b, stepId, request.DoseId, request.BottleId, amount, request.Reason, now.At)
        );
    }

    internal static Results<Ok<PreviewAnswer>, ProblemHttpResult> PreviewPour(
        string batchId,
        string stepId,
        PreviewPourRequest request,
        Writing writing,
        TimeProvider time
    )
    {
        var reader = new RequestReader();
        var amount = reader.MassOrVolume("amount", request.Amount);
        return Preview(batchId, amount, reader, writing, time, (l, b) =>
            StepDecisions.Pour(l.State, b, stepId, request.DoseId, request.BottleId, amount, null, time.GetUtcNow())
        );
    }

    internal static Results<Ok<PreviewAnswer>, ProblemHttpResult> PreviewWeighing(
        string batchId,
        string stepId,
        PreviewWeighingRequest request,
        Writing writing,
        TimeProvider time
    )
    {
        var reader = new RequestReader();
        var mass = reader.Quantity("mass", request.Mass, Field.Mass);
        return Preview(batchId, mass, reader, writing, time, (l, b) =>
            StepDecisions.Weigh(l.State, b, stepId, request.Output, mass, null, null)
        );
    }

    // What is only thought of is decided and folded, and nothing is written.
    private static Results<Ok<PreviewAnswer>, ProblemHttpResult> Preview(
        string batchId,
        TypedNumber typed,
        RequestReader reader,
        Writing writing,
        TimeProvider time,
        Func<Ledger, BatchState, Decision> decide
    )
    {
        var ledger = writing.Ledger;
        if (!ledger.State.Batches.TryGetValue(batchId, out var batch))
            return Problems.NotFound("such batch");
        if (!reader.Ok)
            return Problems.Refused(reader.Errors);
        var decision = decide(ledger, batch);
        if (decision.Body is not { } body)
            return Problems.Refused(decision.Errors);
        var then = Replay.Apply(ledger.State, new("preview", [], time.GetUtcNow(), time.GetUtcNow(), "", body));
        var changes = BatchViews
            .Later(ledger.State, batch, new ShownFigures())
            .Zip(BatchViews.Later(then, then.Batches[batchId], new ShownFigures()))
            .Where(p => Text(p.First) != Text(p.Second))
            .Select(p => new Change(p.First.Verb, p.First.Title, Text(p.First), Text(p.Second)))
            .ToList();
        return TypedResults.Ok(new PreviewAnswer(typed.InWords, changes));
    }

    private static string Text(DoseLine line) =>
        $"{line.Grams.Value}{FigureText.ThinSpace}{line.Grams.Unit}{(line.Grams.Range.Length > 0 ? $" ({line.Grams.Range})" : "")}";

    internal static BatchResult Read(string batchId, string stepId, ReadingRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var fields = new Dictionary<string, Field>
        {
            ["temperature"] = Field.Temperature,
            ["volume"] = Field.Volume,
            ["density"] = Field.Density,
            ["pH"] = Field.PH,
            [ReadingState.Foam] = Field.Volume,
            [ReadingState.Left] = Field.Share,
            [ReadingState.LeftGrams] = Field.Mass,
        };
        if (!fields.TryGetValue(request.Kind, out var field))
            reader.Errors.Add(new("kind", $"'{request.Kind}' is not read here", "use one of " + string.Join(", ", fields.Keys)));
        var value = Instrument.Read(reader.Quantity("value", request.Value, field), reader.Known("with", request.With, field));
        return RunEndpoints.InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b) =>
            StepDecisions.Read(l.State, b, stepId, request.Kind, value, request.Reason)
        );
    }

    internal static BatchResult TestLiquor(string batchId, string stepId, LiquorTestRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var volume = reader.Quantity("volume", request.Volume, Field.Volume);
        if (request.ReadIn is { } vessel)
            if (VolumeInstrument.Find(vessel) is { } found)
                volume = found.Read(volume);
            else
                reader.Errors.Add(
                    new(
                        "readIn",
                        $"'{vessel}' is no vessel that is known here",
                        "use one of " + string.Join(", ", VolumeInstrument.All.Select(v => v.Id))
                    )
                );
        var test = new LiquorBracket(
            request.Output,
            request.Element,
            volume,
            reader.Quantity("low", string.IsNullOrWhiteSpace(request.Low) ? "0" : request.Low, Field.Concentration),
            reader.Quantity("high", request.High, Field.Concentration)
        );
        return RunEndpoints.InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b) =>
            StepDecisions.TestLiquor(l.State, b, stepId, test, request.Reason)
        );
    }

    internal static BatchResult See(string batchId, string stepId, SignRequest request, Writing writing) =>
        RunEndpoints.InBatch(batchId, request.Head, new { stepId, request }, writing, new(), (l, b) =>
            StepDecisions.See(l.State, b, stepId, request.Sign)
        );

    internal static BatchResult Weigh(string batchId, string stepId, WeighRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var mass = reader.Quantity("mass", request.Mass, Field.Mass, request.PlusMinus);
        var fineness = reader.Optional("fineness", request.Fineness, Field.Fineness) is { } typed
            ? Instrument.Read(typed, reader.Known("assayedBy", request.AssayedBy, Field.Fineness))
            : null;
        return RunEndpoints.InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b) =>
            StepDecisions.Weigh(l.State, b, stepId, request.Output, mass, fineness, request.Reason, request.IsProduct)
        );
    }

    internal static BatchResult CloseStep(string batchId, string stepId, CloseRequest request, Writing writing) =>
        RunEndpoints.InBatch(batchId, request.Head, new { stepId, request }, writing, new(), (l, b) =>
            StepDecisions.Close(l.State, b, stepId, request.Reason)
        );
}
