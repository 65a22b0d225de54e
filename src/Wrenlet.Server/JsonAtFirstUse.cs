using System.Text.Json;
using System.Text.Json.Serialization;

namespace Wrenlet.Server;

/// <summary>
/// Learns how a type of ours is read and written when the first one comes. An endpoint asks for it as it is mapped, and
/// all endpoints together would have some thousands of types made at the start, most of which are never used: that is a
/// tenth of an idle server's memory.
/// </summary>
/// <param name="options">How everything is read and written; this converter is the first of its converters.</param>
internal sealed class JsonAtFirstUse(JsonSerializerOptions options) : JsonConverterFactory
{
    private readonly Lazy<JsonSerializerOptions> _whole = new(() =>
    {
        var whole = new JsonSerializerOptions(options);
        whole.Converters.RemoveAt(0);
        return whole;
    });

    public override bool CanConvert(Type typeToConvert) =>
        typeToConvert.IsClass && typeToConvert.Assembly == typeof(JsonAtFirstUse).Assembly;

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(Of<>).MakeGenericType(typeToConvert), _whole)!;

    private sealed class Of<T>(Lazy<JsonSerializerOptions> whole) : JsonConverter<T>
    {
        public override T? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            JsonSerializer.Deserialize<T>(ref reader, whole.Value);

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, value, whole.Value);
    }
}
