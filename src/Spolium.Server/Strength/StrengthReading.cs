using Spolium.Core.Reagents;
using Spolium.Core.Reference;
using Spolium.Core.Solutions;

namespace Spolium.Server.Strength;

/// <summary>What was read of a liquid.</summary>
internal static class StrengthReading
{
    /// <summary>The strength that readings tell, as a bottle keeps it; null with what is wrong in the reader.</summary>
    /// <param name="densityGPerMl">Of the bottle, for bleach told by the litre.</param>
    public static StrengthTest? AsTest(
        StrengthRequest request,
        RequestReader reader,
        State state,
        DateTimeOffset now,
        double? densityGPerMl = null
    )
    {
        if (request.By == KnownBy.Label && !DensityTable.BySolute.ContainsKey(request.Solute))
            return TypedTest(request, reader, densityGPerMl);
        if (request.By == KnownBy.Bottle)
            reader.Errors.Add(
                new("by", "a bottle is no test of itself", "weigh a volume, read a hydrometer, or type what a titration gave")
            );
        var (view, read) = Testing.Make(request with { Then = null }, state, now, new ShownFigures());
        reader.Errors.AddRange(read.Errors);
        if (view is null || !reader.Ok)
            return null;
        var typed = new RequestReader();
        var temperature = Temperature(typed, request);
        if (request.By == KnownBy.Label)
            return new(
                view.Strength.Likely / 100,
                (view.Strength.High - view.Strength.Low) / 200,
                null,
                "titration or label",
                [new(request.Label!.Trim(), Field.Share, view.Strength.Likely / 100, "%")]
            );
        var reading = Reading(typed, request, temperature);
        var found = StrengthFinder.Find(request.Solute, reading, new Draws("strength " + request.Solute));
        return reading is WeighedVolume w
            ? found.AsTest("weighed volume", [w.Mass, w.Volume, w.TemperatureC])
            : found.AsTest("hydrometer", [((HydrometerReading)reading).Value, temperature]);
    }

    // Solids and bleach have no table: their strength is what a titration or an assay gave.
    private static StrengthTest? TypedTest(StrengthRequest request, RequestReader reader, double? densityGPerMl)
    {
        var typed = Above(
            reader,
            "label",
            reader.Quantity(
                "label",
                request.Label,
                request.Unit == LabelUnit.ActiveChlorineGramsPerLitre ? Field.Concentration : Field.Share
            )
        );
        if (!reader.Ok)
            return null;
        var (test, wrong) = TypedStrength.Untabled(request.Unit, typed, densityGPerMl);
        if (wrong is not null)
            reader.Errors.Add(wrong);
        return test;
    }

    // A room-warm liquid, where nobody wrote how warm: only for strengths that are known already.
    internal static TypedNumber Temperature(RequestReader reader, StrengthRequest request)
    {
        if (string.IsNullOrWhiteSpace(request.Temperature) && request.By is (KnownBy.Label or KnownBy.Bottle))
            return TypedNumber.Of(Testing.RoomC, Field.Temperature, "°C");
        var typed = reader.Quantity(
            "temperature",
            request.Temperature,
            Field.Temperature,
            request.TemperaturePlusMinus is null ? null : Difference(request.TemperaturePlusMinus)
        );
        return typed.PlusMinus > 0 ? typed : typed with { PlusMinus = Testing.ThermometerPlusMinus };
    }

    // A ± in degrees is a difference: its unit says nothing of a zero point.
    private static string Difference(string plusMinus) =>
        plusMinus.Replace("°C", "", StringComparison.OrdinalIgnoreCase).Replace("K", "", StringComparison.OrdinalIgnoreCase).Trim();

    internal static LiquidReading Reading(RequestReader reader, StrengthRequest request, TypedNumber temperature)
    {
        if (request.By == KnownBy.Hydrometer)
        {
            var field = request.Scale switch
            {
                DensityScale.GramsPerMl => Field.Density,
                DensityScale.BaumeHeavy or DensityScale.BaumeLight => Field.Baume,
                _ => Field.Gravity,
            };
            var value = Above(reader, "hydrometer", reader.Quantity("hydrometer", request.Hydrometer, field, request.HydrometerPlusMinus));
            return new HydrometerReading(
                value.PlusMinus > 0
                    ? value
                    : value with
                    {
                        PlusMinus = Constants.Get(field == Field.Baume ? "baume-plus-minus" : "hydrometer-plus-minus").Likely,
                    },
                request.Scale,
                temperature
            );
        }
        var mass = Above(reader, "mass", reader.Quantity("mass", request.Mass, Field.Mass, request.MassPlusMinus));
        var volume = Above(reader, "volume", reader.Quantity("volume", request.Volume, Field.Volume, request.VolumePlusMinus));
        if (VolumeInstrument.Find(request.Vessel ?? "cylinder") is not { } vessel)
            reader.Errors.Add(
                new(
                    "vessel",
                    $"'{request.Vessel}' is no vessel that is known here",
                    "use one of " + string.Join(", ", VolumeInstrument.All.Select(v => v.Id))
                )
            );
        else
            volume = vessel.Read(volume);
        return new WeighedVolume(Decisions.WithInstrument(mass), volume, temperature);
    }

    internal static TypedNumber Above(RequestReader reader, string name, TypedNumber number)
    {
        if (number.Value <= 0 && reader.Errors.All(e => e.Field != name))
            reader.Errors.Add(new(name, "nothing was measured", $"write a {name} above 0"));
        return number;
    }

    internal static Working? Known(
        RequestReader reader,
        StrengthRequest request,
        State state,
        DateTimeOffset now,
        DensityTable table,
        double celsius,
        Draws draws
    )
    {
        if (request.By == KnownBy.Bottle)
        {
            if (request.BottleId is { } id && state.Shelf.TryGetValue(id, out var bottle) && bottle.Formula == request.Solute)
                return ShelfAtWork.Strength(bottle, now);
            reader.Errors.Add(
                new("bottleId", $"{request.BottleId} is no bottle of {Impossible.Named(request.Solute)}", "choose one of the shelf")
            );
            return null;
        }
        var field = request.Unit switch
        {
            LabelUnit.MassPercent => Field.Share,
            LabelUnit.GramsPerLitre => Field.Concentration,
            _ => Field.Molarity,
        };
        // Moles to a kilogram and volumes of oxygen are plain numbers: they have no unit of their own to be read with.
        var plain = request.Unit is LabelUnit.MolesPerKilogramWater or LabelUnit.Volumes;
        var typed = Above(reader, "label", reader.Quantity("label", request.Label, plain ? Field.Gravity : field));
        if (!reader.Ok)
            return null;
        var (fraction, wrong) = TypedStrength.Tabled(table, request.Unit, typed, celsius, draws);
        if (wrong is not null)
            reader.Errors.Add(wrong);
        return fraction;
    }
}
