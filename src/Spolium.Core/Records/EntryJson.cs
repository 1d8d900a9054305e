using System.Security.Cryptography;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>The journal holds an entry that this version does not know; nothing after it is replayed.</summary>
public sealed class UnknownEntryException(string kind, int schema)
    : FormatException(
        $"The journal holds an entry of kind '{kind}', schema {schema}, which this version of Spolium does not know. Use the version "
            + "that wrote it, or a newer one."
    );

/// <summary>Entries as text and back, by the table of kinds.</summary>
public static class EntryJson
{
    /// <summary>What can be reckoned from the rest (a property that nobody sets) is not written.</summary>
    public static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(), new BodyConverter(), new VesselsConverter() },
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        IgnoreReadOnlyProperties = true,
    };

    public static string KindOf(EntryBody body) => EntryKinds.Of(body).Name;

    /// <summary>The schema that a body of this kind is written in today.</summary>
    public static int SchemaOf(EntryBody body) => EntryKinds.Of(body).Schema;

    public static IEnumerable<string> AllKinds => EntryKinds.All.Select(k => k.Name);

    public static string Write(EntryBody body) => JsonSerializer.Serialize(body, body.GetType(), Options);

    /// <exception cref="UnknownEntryException">The kind or its schema is not known.</exception>
    public static EntryBody Read(string kind, int schema, string json)
    {
        if (EntryKinds.Find(kind) is not { } known || schema < 1 || schema > known.Schema)
            throw new UnknownEntryException(kind, schema);
        var upcasts = known.Upcasts.Skip(schema - 1).OfType<Action<JsonObject>>().ToList();
        if (upcasts.Count == 0)
            return (EntryBody)JsonSerializer.Deserialize(json, known.Body, Options)!;
        var node = JsonNode.Parse(json)!.AsObject();
        upcasts.ForEach(u => u(node));
        return (EntryBody)node.Deserialize(known.Body, Options)!;
    }

    /// <summary>Hash of a request, to tell a repeated one from another.</summary>
    public static string Hash(string request) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(request)));

    // Vessels of a file stand there without kind and schema: one that would be written otherwise today goes out again as it came.
    private sealed class VesselsConverter : JsonConverter<IReadOnlyList<VesselNamed>>
    {
        public override IReadOnlyList<VesselNamed> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            using var document = JsonDocument.ParseValue(ref reader);
            return
            [
                .. document
                    .RootElement.EnumerateArray()
                    .Select(e =>
                    {
                        var vessel = e.Deserialize<VesselNamed>(options)!;
                        if (vessel is not null && JsonSerializer.Serialize(e, Options) is var text && text != EntryJson.Write(vessel))
                            vessel.Came = new(vessel, 1, text);
                        return vessel!;
                    }),
            ];
        }

        public override void Write(Utf8JsonWriter writer, IReadOnlyList<VesselNamed> value, JsonSerializerOptions options)
        {
            writer.WriteStartArray();
            foreach (var vessel in value)
                if (ReferenceEquals(vessel.Came.Of, vessel))
                    WriteText(writer, vessel.Came.Text);
                else
                    JsonSerializer.Serialize(writer, vessel, options);
            writer.WriteEndArray();
        }
    }

    private static void WriteText(Utf8JsonWriter writer, string text)
    {
        using var document = JsonDocument.Parse(text);
        document.RootElement.WriteTo(writer);
    }

    // A body inside another (of a file, of a correction): its kind is written beside it, and one of an older schema, or with names of then,
    // goes out again as it came.
    private sealed class BodyConverter : JsonConverter<EntryBody>
    {
        public override bool CanConvert(Type typeToConvert) => typeToConvert == typeof(EntryBody);

        public override EntryBody? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            using var document = JsonDocument.ParseValue(ref reader);
            var root = document.RootElement;
            var (kind, schema, text) = (
                root.GetProperty("kind").GetString()!,
                root.GetProperty("schema").GetInt32(),
                root.GetProperty("body").GetRawText()
            );
            var body = EntryJson.Read(kind, schema, text);
            if (
                schema < SchemaOf(body)
                || JournalNames.Renamed.Count > 0 && JsonSerializer.Serialize(root.GetProperty("body"), Options) != EntryJson.Write(body)
            )
                body.Came = new(body, schema, text);
            return body;
        }

        public override void Write(Utf8JsonWriter writer, EntryBody value, JsonSerializerOptions options)
        {
            var came = ReferenceEquals(value.Came.Of, value) ? value.Came : default;
            writer.WriteStartObject();
            writer.WriteString("kind", KindOf(value));
            writer.WriteNumber("schema", came.Of is null ? SchemaOf(value) : came.Schema);
            writer.WritePropertyName("body");
            if (came.Of is null)
                JsonSerializer.Serialize(writer, value, value.GetType(), options);
            else
                WriteText(writer, came.Text);
            writer.WriteEndObject();
        }
    }
}
