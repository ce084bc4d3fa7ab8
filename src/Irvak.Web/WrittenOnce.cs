using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Serialization;
using Irvak.Core.Sheets;
using Microsoft.Extensions.Options;

namespace Irvak.Web;

/// <summary>Writes a value that many answers hold once, and copies it from then on. Such values are never changed.</summary>
/// <param name="plain">As it is written the first time.</param>
internal sealed class WrittenOnce<T>(JsonSerializerOptions plain) : JsonConverter<T>
    where T : class
{
    private readonly ConditionalWeakTable<T, byte[]> _written = [];

    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
        writer.WriteRawValue(_written.GetValue(value, v => JsonSerializer.SerializeToUtf8Bytes(v, plain)), skipInputValidation: true);

    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        throw new NotSupportedException("Lists are only answered.");
}

/// <summary>How lists of jobs are answered: as everything else, with each plate and each machine sheet written once.</summary>
public sealed class ListJson(IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json)
{
    public JsonSerializerOptions Options { get; } =
        new(json.Value.SerializerOptions)
        {
            Converters =
            {
                new WrittenOnce<SmallPlate>(json.Value.SerializerOptions),
                new WrittenOnce<MachineSheet>(json.Value.SerializerOptions),
            },
        };
}
