using System.Text.Json;
using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>Reads a name under its present form, and writes it as it is.</summary>
internal abstract class NameConverter(Func<string, string> now) : JsonConverter<string>
{
    public override string? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.GetString() is { } name ? now(name) : null;

    public override void Write(Utf8JsonWriter writer, string value, JsonSerializerOptions options) => writer.WriteStringValue(value);
}

internal sealed class MethodName() : NameConverter(n => JournalNames.Now(NameOf.Method, n));

internal sealed class DoseName() : NameConverter(n => JournalNames.Now(NameOf.Dose, n));

internal sealed class SignName() : NameConverter(n => JournalNames.Now(NameOf.Sign, n));

internal sealed class OutputName() : NameConverter(n => JournalNames.Now(NameOf.Output, n));

internal sealed class PriorName() : NameConverter(n => JournalNames.Now(NameOf.Prior, n));

internal sealed class HoldingName() : NameConverter(JournalNames.HoldingNow);

/// <summary>The same for a list of names.</summary>
internal abstract class NamesConverter(Func<string, string> now) : JsonConverter<IReadOnlyList<string>>
{
    public override IReadOnlyList<string>? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        JsonSerializer.Deserialize<List<string>>(ref reader, options) is { } names ? [.. names.Select(now)] : null;

    public override void Write(Utf8JsonWriter writer, IReadOnlyList<string> value, JsonSerializerOptions options)
    {
        writer.WriteStartArray();
        foreach (var name in value)
            writer.WriteStringValue(name);
        writer.WriteEndArray();
    }
}

internal sealed class MethodNames() : NamesConverter(n => JournalNames.Now(NameOf.Method, n));

internal sealed class HoldingNames() : NamesConverter(JournalNames.HoldingNow);

/// <summary>What was chosen, by option.</summary>
internal sealed class OptionNames : JsonConverter<IReadOnlyDictionary<string, string>>
{
    public override IReadOnlyDictionary<string, string>? Read(
        ref Utf8JsonReader reader,
        Type typeToConvert,
        JsonSerializerOptions options
    ) =>
        JsonSerializer.Deserialize<Dictionary<string, string>>(ref reader, options) is { } chosen
            ? chosen.ToDictionary(c => JournalNames.Now(NameOf.Option, c.Key), c => c.Value)
            : null;

    public override void Write(Utf8JsonWriter writer, IReadOnlyDictionary<string, string> value, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        foreach (var (option, chosen) in value)
            writer.WriteString(option, chosen);
        writer.WriteEndObject();
    }
}
