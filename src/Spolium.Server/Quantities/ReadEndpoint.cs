using Spolium.Core.Solutions;

namespace Spolium.Server.Quantities;

/// <param name="Field">Mass, Volume, Temperature, Share, Fineness, Length or MassOrVolume.</param>
public sealed record ReadRequest(string Text, string Field);

/// <param name="Words">In full words: "2.5 pennyweights = 3.888 g".</param>
public sealed record ReadAnswer(string Words, double Value, string Unit);

/// <summary>What a reading may be taken with.</summary>
/// <param name="Within">Its ± in words.</param>
/// <param name="Guess">The ± is a guess of Spolium’s.</param>
public sealed record InstrumentView(string Id, string Field, string Name, string Within, bool Guess);

/// <summary>Echoes a typed quantity in full words while it is being typed.</summary>
public static class ReadEndpoint
{
    public static void MapQuantities(this IEndpointRouteBuilder app)
    {
        app.MapPost("/api/quantities/read", Read).WithTags("quantities");
        app.MapGet("/api/quantities/instruments", () => TypedResults.Ok(Instruments())).WithTags("quantities");
    }

    // What volume is read in beside them; a cylinder is the usual.
    private static List<InstrumentView> Instruments() =>
        [
            .. Instrument.All.Select(i => new InstrumentView(i.Id, i.Field.ToString(), i.Name, Within(i), i.Invented)),
            .. VolumeInstrument
                .All.OrderBy(v => v.Id != "cylinder")
                .Select(v => new InstrumentView(
                    v.Id,
                    nameof(Field.Volume),
                    v.Name,
                    $"±{FigureText.ThinSpace}{FigureText.Number(v.Share * 100, v.Share < 0.01 ? 1 : 0)}{FigureText.ThinSpace}%",
                    v.Invented
                )),
        ];

    private static string Within(Instrument i) =>
        "±"
        + FigureText.ThinSpace
        + (
            i.Field switch
            {
                Field.Temperature => $"{FigureText.Number(i.PlusMinus, 1)}{FigureText.ThinSpace}°C",
                Field.Fineness => $"{FigureText.Number(i.PlusMinus * 1000, 0)}{FigureText.ThinSpace}‰",
                _ => FigureText.Number(i.PlusMinus, 2),
            }
        );

    private static Results<Ok<ReadAnswer>, ProblemHttpResult> Read(ReadRequest request)
    {
        var reader = new RequestReader();
        TypedNumber number;
        if (request.Field == "MassOrVolume")
            number = reader.MassOrVolume("text", request.Text);
        else if (Enum.TryParse<Field>(request.Field, out var field))
            number = reader.Quantity("text", request.Text, field);
        else
            return Problems.Refused([
                new FieldError("field", $"there is no field '{request.Field}'", "use one of " + string.Join(", ", Enum.GetNames<Field>())),
            ]);
        return reader.Ok ? TypedResults.Ok(new ReadAnswer(number.InWords, number.Value, number.Unit)) : Problems.Refused(reader.Errors);
    }
}
