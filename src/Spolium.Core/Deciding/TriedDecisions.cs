using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Ways;

namespace Spolium.Core.Deciding;

/// <summary>A step that was tried by itself is kept, or becomes a lot.</summary>
public static class TriedDecisions
{
    public static Decision Keep(State state, StepKept kept)
    {
        var errors = new List<FieldError>(kept.Charge.Check());
        if (string.IsNullOrWhiteSpace(kept.Title))
            errors.Add(new("title", "it has no name", "write one by which you find it again"));
        if (state.Kept.ContainsKey(kept.KeptId))
            errors.Add(new("keptId", "it is kept already", "keep it under a new id"));
        if (MethodCatalogue.Find(kept.Method) is not { } method)
            errors.Add(new("method", $"there is no method '{kept.Method}'", "choose one of the list"));
        else
            errors.AddRange(StepOptions.Check(method, "options", kept.Options));
        return errors.Count > 0 ? Decision.Refuse(errors) : Decision.Write(kept with { Title = kept.Title.Trim() });
    }

    /// <summary>A charge that was tried by itself becomes a lot, so that a batch can be made of it.</summary>
    public static Decision ReceiveTried(State state, string lotId, string code, string title, ChargeSpec spec)
    {
        if (spec.Check() is { Count: > 0 } wrong)
            return Decision.Refuse(wrong);
        if (spec.Kind == ChargeKind.SilverChloride)
            return Decision.Refuse(
                "kind",
                "a cake of silver chloride is a holding of a batch",
                "start from the liquor or the metal that it came from"
            );
        if (spec.Liquor is { } liquor)
        {
            TypedNumber PerLitre(double grams) => TypedNumber.Of(grams / spec.Volume!.Value * 1000, Field.Concentration, "g/L");
            return LotDecisions.Receive(
                state,
                lotId,
                code,
                title,
                $"{spec.Kind.ToString().ToLowerInvariant()} liquor",
                spec.Volume!,
                new(
                    [
                        .. spec.Lines.Select(l => new ContentLine(
                            l.Element,
                            PerLitre(l.Low.Value),
                            PerLitre(l.Likely.Value),
                            PerLitre(l.High.Value)
                        )),
                    ],
                    null,
                    liquor,
                    spec.FreeAcid
                ),
                null
            );
        }
        var sum = spec.Lines.Sum(l => l.Likely.Value);
        TypedNumber Part(double grams) => TypedNumber.Of(Math.Min(1, grams / sum), Field.Share, "%");
        // The one there is most of takes the balance, so that the shares add up.
        var most = spec.Lines.MaxBy(l => l.Likely.Value)!;
        return LotDecisions.Receive(
            state,
            lotId,
            code,
            title,
            "metal",
            TypedNumber.Of(sum, Field.Mass, "g"),
            new(
                [
                    .. spec
                        .Lines.Where(l => l != most)
                        .Select(l => new ContentLine(l.Element, Part(l.Low.Value), Part(l.Likely.Value), Part(l.High.Value))),
                ],
                most.Element
            ),
            null
        );
    }
}
