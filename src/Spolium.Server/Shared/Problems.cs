using Microsoft.AspNetCore.Mvc;
using Microsoft.Data.Sqlite;
using Spolium.Core.Reconciling;
using Spolium.Data;

namespace Spolium.Server.Shared;

/// <summary>Errors as problem details (RFC 9457): which field, why, and what would be right.</summary>
public static class Problems
{
    public static ProblemHttpResult Refused(IReadOnlyList<FieldError> errors) =>
        TypedResults.Problem(
            new ProblemDetails
            {
                Status = StatusCodes.Status422UnprocessableEntity,
                Title = errors.Count == 1 ? $"{errors[0].Reason}: {errors[0].WayOut}" : $"{errors.Count} things stand against it",
                Type = "urn:spolium:refused",
                Extensions = { ["errors"] = errors },
            }
        );

    public static ProblemHttpResult NotFound(string what) =>
        TypedResults.Problem(
            new ProblemDetails
            {
                Status = StatusCodes.Status404NotFound,
                Title = $"There is no {what}",
                Detail = "Go back to the list and choose one that is there.",
                Type = "urn:spolium:not-there",
            }
        );

    public static ProblemHttpResult Stale(Written.Stale stale) =>
        TypedResults.Problem(
            new ProblemDetails
            {
                Status = StatusCodes.Status409Conflict,
                Title = "Somebody wrote in between: look at what changed, then try again",
                Type = "urn:spolium:stale",
                Extensions =
                {
                    ["stream"] = stale.Stream,
                    ["version"] = stale.Version,
                    ["since"] = stale.Since.Select(e => EntryWords.Say(e.Body)).ToList(),
                },
            }
        );

    /// <summary>The journal is not what was written: reading goes on, writing waits for somebody's word.</summary>
    public static ProblemHttpResult Broken(IReadOnlyList<ChainBreak> breaks) =>
        TypedResults.Problem(
            new ProblemDetails
            {
                Status = StatusCodes.Status423Locked,
                Title = $"The journal is not what was written: {breaks[0].What}. Nothing is added until somebody has looked at it",
                Detail = "Compare it with the last good backup; then give the word at the head of the page. Nothing was written.",
                Type = "urn:spolium:broken",
                Extensions = { ["breaks"] = breaks },
            }
        );

    /// <summary>503 for a disk that is full, locked or gone; 500 for what nobody foresaw.</summary>
    public static int StatusOf(Exception e) =>
        e switch
        {
            BadHttpRequestException bad => bad.StatusCode,
            SqliteException { SqliteErrorCode: 5 or 6 or 8 or 10 or 13 or 14 } or IOException => StatusCodes.Status503ServiceUnavailable,
            { InnerException: { } inner } => StatusOf(inner),
            _ => StatusCodes.Status500InternalServerError,
        };

    /// <summary>The disk did not answer while something was written: it may have reached it.</summary>
    public static void Unsure(ProblemDetails problem)
    {
        problem.Title = "The disk is full, locked or does not answer. It may have been written: press again, it is written once";
        problem.Detail = "Make room, or close what holds the shop’s file. The same request again is never written twice.";
        problem.Type = "urn:spolium:unsure";
    }

    public static ProblemHttpResult OtherBody(string id) =>
        TypedResults.Problem(
            new ProblemDetails
            {
                Status = StatusCodes.Status409Conflict,
                Title = $"Entry {id} is there already and says something else",
                Detail = "Send it under a new id.",
                Type = "urn:spolium:other-body",
            }
        );
}

/// <summary>Collects what is wrong in a request while its texts are read; nothing is decided while anything is wrong.</summary>
public sealed class RequestReader
{
    public List<FieldError> Errors { get; } = [];

    public bool Ok => Errors.Count == 0;

    /// <summary>The id of an instrument of a field; one that is not known is noted.</summary>
    public string? Known(string name, string? instrument, Field field)
    {
        if (!string.IsNullOrEmpty(instrument) && Instrument.All.All(i => i.Id != instrument || i.Field != field))
            Errors.Add(
                new(
                    name,
                    $"there is no instrument '{instrument}' for it",
                    "use one of " + string.Join(", ", Instrument.All.Where(i => i.Field == field).Select(i => i.Id))
                )
            );
        return string.IsNullOrEmpty(instrument) ? null : instrument;
    }

    /// <summary>Reads a quantity; a wrong one is noted under its field and stands for nothing.</summary>
    public TypedNumber Quantity(string name, string? text, Field field, string? plusMinus = null)
    {
        var pm = 0.0;
        if (!string.IsNullOrWhiteSpace(plusMinus))
        {
            var (p, wrongPm) = QuantityParser.Read(plusMinus, field);
            if (wrongPm is not null)
                Errors.Add(Wrong(name + "PlusMinus", wrongPm, plusMinus));
            pm = p?.Value ?? 0;
        }
        var (number, wrong) = QuantityParser.Read(text, field, pm);
        if (wrong is not null)
            Errors.Add(Wrong(name, wrong, text));
        return number ?? new(text ?? "", field, 0, Units.All.First(u => u.Field == field).Symbol);
    }

    // More than the whole, or below nothing: with the number that it may have been. Of a range nobody knows which end slipped.
    private static FieldError Wrong(string name, Misread wrong, string? text) =>
        new FieldError(name, wrong.Reason, wrong.WayOut) is var error && wrong.Number is { } typed && typed.Text == text?.Trim()
            ? typed.Value < 0 && typed.Field != Field.Temperature
                ? error with
                {
                    Becomes = typed.Text.TrimStart('-', '−', ' '),
                }
                : LikeliestSlip.Told(error, typed, v => v <= 1)
            : error;

    public TypedNumber? Optional(string name, string? text, Field field) =>
        string.IsNullOrWhiteSpace(text) ? null : Quantity(name, text, field);

    /// <summary>One number, or a range: low, likely, high.</summary>
    public (TypedNumber Low, TypedNumber Likely, TypedNumber High) Range(string name, string? text, Field field)
    {
        var (low, likely, high, wrong) = RangeText.Read(text, field);
        if (wrong is not null)
            Errors.Add(Wrong(name, wrong, text));
        return (low, likely, high);
    }

    /// <summary>Mass or volume, by the unit that was typed.</summary>
    public TypedNumber MassOrVolume(string name, string? text, string? plusMinus = null)
    {
        var field =
            QuantityParser.Read(text, Field.Mass).Wrong is null || QuantityParser.Read(text, Field.Volume).Wrong is not null
                ? Field.Mass
                : Field.Volume;
        return Quantity(name, text, field, plusMinus);
    }
}
