using System.Text.Json;
using System.Text.Json.Serialization;

namespace Irvak.Core.Places;

/// <summary>A place is one text in documents, as a value and as a name.</summary>
public sealed class PlaceJson : JsonConverter<Place>
{
    public override Place? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String
            ? Place.Parse(reader.GetString()!)
            : throw new JsonException("A place is a text such as slot:A1.");

    public override void Write(Utf8JsonWriter writer, Place value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.ToString());

    public override Place ReadAsPropertyName(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        Place.Parse(reader.GetString()!);

    public override void WriteAsPropertyName(Utf8JsonWriter writer, Place value, JsonSerializerOptions options) =>
        writer.WritePropertyName(value.ToString());
}
