using System.Text.Json;
using System.Text.Json.Serialization;

namespace Irvak.Core.Contracts;

/// <summary>A part of a document whose fields that are not known here are kept and written out again.</summary>
public abstract record KeepsMore
{
    [JsonExtensionData]
    public IDictionary<string, JsonElement>? More { get; init; }
}
