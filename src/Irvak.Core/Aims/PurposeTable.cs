using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Irvak.Core.Contracts;

namespace Irvak.Core.Aims;

/// <summary>What can be unknown of a machine, by what it is about.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Topic>))]
public enum Topic
{
    /// <summary>What the board takes, and what sits in its memory slots.</summary>
    [JsonStringEnumMemberName("memory")]
    Memory,

    /// <summary>Sockets and what they drive.</summary>
    [JsonStringEnumMemberName("processor")]
    Processor,

    /// <summary>The installed system.</summary>
    [JsonStringEnumMemberName("system")]
    System,

    [JsonStringEnumMemberName("bays")]
    Bays,

    /// <summary>Arrays in use, how they stand, and the storage mode behind them.</summary>
    [JsonStringEnumMemberName("arrays")]
    Arrays,

    /// <summary>Card slots.</summary>
    [JsonStringEnumMemberName("cards")]
    Cards,

    [JsonStringEnumMemberName("m2")]
    M2,

    /// <summary>The machine as a whole: serial number, name, firmware, revision.</summary>
    [JsonStringEnumMemberName("machine")]
    Machine,
}

/// <summary>One purpose as a person chooses it.</summary>
/// <param name="Under">What it is about, in a few words.</param>
/// <param name="Needs">Topics that its answers wait for.</param>
/// <param name="Worth">Topics that are worth knowing and hold nothing up.</param>
public sealed record PurposeRow(Purpose Purpose, string Words, string Under, ImmutableArray<Topic> Needs, ImmutableArray<Topic> Worth);

/// <param name="Under">What it is about, in a few words.</param>
public sealed record PurposeChoice(Purpose Value, string Words, string Under);

/// <summary>What each purpose asks. What a machine is and whose it is, is worth knowing for all of them. Definition.</summary>
public static class PurposeTable
{
    private static readonly ImmutableArray<Topic> All = [.. Enum.GetValues<Topic>()];

    public static readonly ImmutableArray<PurposeRow> Rows =
    [
        new(Purpose.Memory, "More memory", "slots, sizes, kind, rate", [Topic.Memory, Topic.Processor, Topic.System], []),
        new(
            Purpose.Drives,
            "Drives and arrays",
            "bays, what lies in them",
            [Topic.Bays, Topic.Arrays],
            [Topic.M2, Topic.Cards, Topic.System]
        ),
        new(
            Purpose.Card,
            "A controller or card",
            "slots, width, height",
            [Topic.Cards],
            [Topic.Processor, Topic.Bays, Topic.Arrays, Topic.M2]
        ),
        new(Purpose.Path, "A faster path", "disks to the user’s end", [Topic.Cards, Topic.Arrays], [Topic.Bays, Topic.Processor, Topic.M2]),
        new(Purpose.Processor, "A processor", "socket, revision, cooler", [Topic.Processor], [Topic.Memory, Topic.System]),
        new(Purpose.Boot, "A new boot drive", "where it starts from", [Topic.M2], [Topic.Bays, Topic.Arrays, Topic.System]),
        new(Purpose.Broken, "It is broken", "what is seen and heard", All, []),
        new(Purpose.Everything, "Everything", "the machine as it is", All, []),
    ];

    /// <summary>The rows as a person chooses among them, for the screen, which reads them from a file made of this.</summary>
    public static string ToJson() => ChoiceText.Of(Rows.Select(r => new PurposeChoice(r.Purpose, r.Words, r.Under)));

    /// <summary>True where nothing is left aside: nobody said what the job is about, it is about everything, or something is
    /// broken.</summary>
    public static bool AreAll(IReadOnlyList<Purpose> purposes) =>
        purposes.Count == 0 || purposes.Any(p => p is Purpose.Everything or Purpose.Broken);

    public static PurposeRow Of(Purpose purpose) => Rows.First(r => r.Purpose == purpose);
}
