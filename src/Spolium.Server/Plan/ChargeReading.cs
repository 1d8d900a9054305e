using Spolium.Server.Lots;

namespace Spolium.Server.Plan;

/// <param name="Grams">"25 g", or a range such as "20–30 g".</param>
public sealed record ChargeLineRequest(string Element, string Grams);

/// <param name="Volume">Of a liquor, such as "400 mL".</param>
/// <param name="FreeAcid">Of a liquor, mol/L; empty for none.</param>
/// <param name="State">Of a chloride liquor.</param>
/// <param name="WetWith">Of metal: the acid that clings to it, with its volume and free acid.</param>
public sealed record ChargeRequest(
    ChargeKind Kind,
    IReadOnlyList<ChargeLineRequest> Lines,
    string? Volume = null,
    string? FreeAcid = null,
    LiquorStateRequest? State = null,
    LiquorKind? WetWith = null,
    IReadOnlyList<string>? Marks = null
);

/// <summary>Reads a charge that was typed for a step by itself, and says it in full words.</summary>
internal static class ChargeReading
{
    public static ChargeSpec Spec(RequestReader reader, ChargeRequest request) =>
        new(
            request.Kind,
            [
                .. request.Lines.Select(
                    (l, i) =>
                    {
                        var (low, likely, high) = reader.Range($"lines[{i}].grams", l.Grams, Field.Mass);
                        return new SpecLine(l.Element.Trim(), low, likely, high);
                    }
                ),
            ],
            reader.Optional("volume", request.Volume, Field.Volume),
            reader.Optional("freeAcid", request.FreeAcid, Field.Molarity),
            request.Kind == ChargeKind.Chloride ? reader.State(request.State) : null,
            request.Kind == ChargeKind.Metal ? request.WetWith : null,
            request.Marks is { Count: > 0 } marks ? [.. marks.Intersect(Core.Safety.Suspicion.Marks)] : null
        );

    private static string Short(TypedNumber n) => FigureText.Number(n.Value, n.Value % 1 == 0 ? 0 : 2);

    public static string Words(ChargeSpec spec)
    {
        var metals = string.Join(
            ", ",
            spec.Lines.Select(l =>
                l.Low.Value == l.High.Value
                    ? $"{Core.Chemistry.Elements.Of(l.Element).Name} {QuantityParser.InWords(l.Likely)}"
                    : $"{Core.Chemistry.Elements.Of(l.Element).Name} {Short(l.Low)} to {Short(l.High)} g, likely {Short(l.Likely)} g"
            )
        );
        return spec.Liquor is null
            ? metals
                + (
                    spec.WetWith is { } wet
                        ? $", wet with {QuantityParser.InWords(spec.Volume!)} of {wet.ToString().ToLowerInvariant()} acid"
                        : ""
                )
            : $"{QuantityParser.InWords(spec.Volume!)} of {spec.Kind.ToString().ToLowerInvariant()} liquor with "
                + $"{metals}{(spec.FreeAcid is { Value: > 0 } acid ? $", free acid {acid.InWords}" : ", no free acid")}";
    }
}
