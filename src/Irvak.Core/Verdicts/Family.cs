using System.Text.Json.Serialization;

namespace Irvak.Core.Verdicts;

/// <summary>What kind of thing a rule judges.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Family>))]
public enum Family
{
    [JsonStringEnumMemberName("memory")]
    Memory,

    [JsonStringEnumMemberName("processor")]
    Processor,

    [JsonStringEnumMemberName("drive")]
    Drive,

    /// <summary>A drive in an M.2 place.</summary>
    [JsonStringEnumMemberName("module")]
    Module,

    [JsonStringEnumMemberName("controller")]
    Controller,

    [JsonStringEnumMemberName("array")]
    Array,

    [JsonStringEnumMemberName("boot")]
    Boot,

    [JsonStringEnumMemberName("cache")]
    Cache,

    [JsonStringEnumMemberName("card")]
    Card,

    [JsonStringEnumMemberName("lane")]
    Lane,

    [JsonStringEnumMemberName("path")]
    Path,

    [JsonStringEnumMemberName("power")]
    Power,

    [JsonStringEnumMemberName("heat")]
    Heat,

    [JsonStringEnumMemberName("move")]
    Move,

    [JsonStringEnumMemberName("wipe")]
    Wipe,

    [JsonStringEnumMemberName("aim")]
    Aim,

    [JsonStringEnumMemberName("shelf")]
    Shelf,
}

/// <summary>Where the rules of a family are worked on.</summary>
public static class Families
{
    public static WorkingSheet Sheet(this Family family) =>
        family switch
        {
            Family.Drive or Family.Module or Family.Controller or Family.Array or Family.Move or Family.Wipe => WorkingSheet.Arrays,
            Family.Cache => WorkingSheet.Cache,
            Family.Boot => WorkingSheet.Boot,
            Family.Card or Family.Lane => WorkingSheet.Lanes,
            Family.Path => WorkingSheet.Path,
            Family.Power or Family.Heat => WorkingSheet.Power,
            _ => WorkingSheet.Memory,
        };
}
