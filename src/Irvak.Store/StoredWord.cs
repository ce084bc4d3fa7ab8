using System.Text.Json;
using System.Text.Json.Serialization;

namespace Irvak.Store;

/// <summary>Reads a stored word that no rule knows as one of another kind: what was kept before words had a list still opens. What comes
/// in is held to the list.</summary>
internal sealed class StoredWord<T>(T other) : JsonConverter<T>
    where T : struct, Enum
{
    private static readonly JsonSerializerOptions Words = new();

    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType != JsonTokenType.String)
            throw new JsonException("A word is wanted here.");
        try
        {
            return JsonSerializer.Deserialize<T>(ref reader, Words);
        }
        catch (JsonException)
        {
            return other;
        }
    }

    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
        JsonSerializer.Serialize(writer, value, Words);
}
