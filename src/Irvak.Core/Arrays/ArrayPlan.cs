using System.ComponentModel;
using System.Text.Json.Serialization;
using Irvak.Core.Places;

namespace Irvak.Core.Arrays;

/// <summary>How drives share their data and their redundancy.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ArrayLevel>))]
public enum ArrayLevel
{
    [JsonStringEnumMemberName("single")]
    Single,

    [JsonStringEnumMemberName("span")]
    Span,

    [JsonStringEnumMemberName("stripe")]
    Stripe,

    [JsonStringEnumMemberName("mirror")]
    Mirror,

    [JsonStringEnumMemberName("pairs")]
    Pairs,

    [JsonStringEnumMemberName("parity-1")]
    Parity1,

    [JsonStringEnumMemberName("parity-2")]
    Parity2,

    [JsonStringEnumMemberName("parity-3")]
    Parity3,

    [JsonStringEnumMemberName("layered-1")]
    Layered1,

    [JsonStringEnumMemberName("layered-2")]
    Layered2,
}

/// <summary>What keeps the array: a controller of its own, the kernel, or a copy-on-write pool.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ArrayHost>))]
public enum ArrayHost
{
    [JsonStringEnumMemberName("controller")]
    Controller,

    [JsonStringEnumMemberName("kernel")]
    Kernel,

    [JsonStringEnumMemberName("pool")]
    Pool,
}

/// <summary>What the volume on it is used for: the request it is mostly asked, and how much of it is reading.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ArrayUse>))]
public enum ArrayUse
{
    [JsonStringEnumMemberName("files")]
    Files,

    [JsonStringEnumMemberName("machines")]
    Machines,

    [JsonStringEnumMemberName("database")]
    Database,

    [JsonStringEnumMemberName("editing")]
    Editing,

    [JsonStringEnumMemberName("archive")]
    Archive,

    [JsonStringEnumMemberName("directory")]
    Directory,

    [JsonStringEnumMemberName("cameras")]
    Cameras,
}

/// <summary>An array as planned, or as found.</summary>
/// <param name="Name">As people speak of it: a letter or a short word.</param>
/// <param name="Members">Places of its drives, in their order.</param>
/// <param name="Groups">Groups of a nested level, 1 or more; pairs count themselves.</param>
/// <param name="Spares">Places of drives that stand by for it.</param>
/// <param name="StripKiB">Strip on one drive, KiB; null for the usual one.</param>
public sealed record ArrayPlan(
    string Name,
    ArrayLevel Level,
    IReadOnlyList<Place> Members,
    ArrayHost Host = ArrayHost.Kernel,
    int Groups = 1,
    IReadOnlyList<Place>? Spares = null,
    int? StripKiB = null,
    ArrayUse Use = ArrayUse.Files
)
{
    /// <summary>True when losing what is on it costs only the time to make it again.</summary>
    [DefaultValue(false)]
    public bool Scratch { get; init; }

    /// <summary>True when a backup of it exists and was read back.</summary>
    [DefaultValue(false)]
    public bool BackedUp { get; init; }

    /// <summary>Written to it a day, GB; null when nobody said.</summary>
    public double? WrittenGBPerDay { get; init; }

    /// <summary>What its keeper takes of every member, where that is known better than by the kind of keeper.</summary>
    [JsonIgnore]
    public MemberReserve? Reserve { get; init; }

    /// <summary>True when its spares stand by for every array of the same keeper.</summary>
    [DefaultValue(false)]
    public bool SparesForAll { get; init; }

    public const int MostMembers = 512,
        LongestName = 24;

    [JsonIgnore]
    public IReadOnlyList<Place> AllSpares => Spares ?? [];

    /// <summary>Made the same way over the same drives. What it is used for, its spares and its backup can change without making it
    /// anew.</summary>
    public bool IsMadeLike(ArrayPlan other) =>
        (Name, Level, Host, Groups) == (other.Name, other.Level, other.Host, other.Groups)
        && (StripKiB is null || other.StripKiB is null || StripKiB == other.StripKiB)
        && Members.SequenceEqual(other.Members);

    /// <summary>The other one with more drives: it is grown, and what it holds stays.</summary>
    public bool Grows(ArrayPlan other) =>
        Members.Count > other.Members.Count
        && (this with { Members = other.Members }).IsMadeLike(other)
        && other.Members.All(Members.Contains);
}
