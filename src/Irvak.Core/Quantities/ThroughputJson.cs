using System.Text.Json;
using System.Text.Json.Serialization;

namespace Irvak.Core.Quantities;

/// <summary>A throughput is a number of megabytes a second in documents.</summary>
public sealed class ThroughputJson : JsonConverter<Throughput>
{
    public override Throughput Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.Number
            ? new(reader.GetDouble())
            : throw new JsonException("A throughput is a number of megabytes a second.");

    public override void Write(Utf8JsonWriter writer, Throughput value, JsonSerializerOptions options) =>
        writer.WriteNumberValue(value.MegabytesPerSecond);
}
