using System.Text.Json.Serialization;

namespace Irvak.Core.Running;

/// <summary>Kinds of what runs on a machine, as far as they need memory differently.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<RunKind>))]
public enum RunKind
{
    System,
    Shares,
    CachingFiles,
    Mail,
    Web,
    Database,
    Guest,
    Container,
    Desk,
    Pictures,
    Film,
    Building,
    Other,
}
