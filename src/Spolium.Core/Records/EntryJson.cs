using System.Security.Cryptography;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>The journal holds an entry that this version does not know; nothing after it is replayed.</summary>
public sealed class UnknownEntryException(string kind, int schema) : FormatException($"The journal holds an entry of kind '{kind}', schema {schema}, which this version of Spolium does not know. Use the version that wrote it, or a newer one.");

/// <summary>Entries as text and back. Kinds and schema versions are listed here; old schemas would be upcast here, never edited in place.</summary>
public static class EntryJson
{
    public const int Schema = 1;

    public static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(), new BodyConverter() },
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private static readonly Dictionary<string, Type> Kinds = typeof(EntryBody).Assembly.GetTypes()
        .Where(t => t is { IsAbstract: false } && t.IsSubclassOf(typeof(EntryBody))).ToDictionary(KindOf);

    public static string KindOf(EntryBody body) => KindOf(body.GetType());

    // LotReceived → lot-received
    private static string KindOf(Type type) => string.Concat(type.Name.Select((c, i) => char.IsUpper(c) ? (i > 0 ? "-" : "") + char.ToLowerInvariant(c) : c.ToString()));

    public static IEnumerable<string> AllKinds => Kinds.Keys;

    public static string Write(EntryBody body) => JsonSerializer.Serialize(body, body.GetType(), Options);

    /// <exception cref="UnknownEntryException">The kind or its schema is not known.</exception>
    public static EntryBody Read(string kind, int schema, string json) =>
        schema == Schema && Kinds.TryGetValue(kind, out var type)
            ? (EntryBody)JsonSerializer.Deserialize(json, type, Options)!
            : throw new UnknownEntryException(kind, schema);

    /// <summary>Hash of a request, to tell a repeated one from another.</summary>
    public static string Hash(string request) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(request)));

    // A correction carries another body: its kind is written beside it.
    private sealed class BodyConverter : JsonConverter<EntryBody>
    {
        public override bool CanConvert(Type typeToConvert) => typeToConvert == typeof(EntryBody);

        public override EntryBody? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            using var document = JsonDocument.ParseValue(ref reader);
            var root = document.RootElement;
            return EntryJson.Read(root.GetProperty("kind").GetString()!, root.GetProperty("schema").GetInt32(), root.GetProperty("body").GetRawText());
        }

        public override void Write(Utf8JsonWriter writer, EntryBody value, JsonSerializerOptions options)
        {
            writer.WriteStartObject();
            writer.WriteString("kind", KindOf(value));
            writer.WriteNumber("schema", Schema);
            writer.WritePropertyName("body");
            JsonSerializer.Serialize(writer, value, value.GetType(), options);
            writer.WriteEndObject();
        }
    }
}
