using System.Text.Json.Serialization;
using Irvak.Core.Evidence;
using Irvak.Core.Expectations;
using Irvak.Core.Places;
using Irvak.Core.Steps;

namespace Irvak.Core.Handover;

/// <summary>What a job is called.</summary>
public sealed record JobHead(string Number, string Title, string Owner);

[JsonConverter(typeof(JsonStringEnumConverter<OpenKind>))]
public enum OpenKind
{
    [JsonStringEnumMemberName("stop")]
    Stop,

    [JsonStringEnumMemberName("deviates")]
    Deviates,

    [JsonStringEnumMemberName("not-yet")]
    NotYet,

    [JsonStringEnumMemberName("not-looked-at")]
    NotLookedAt,
}

/// <summary>Something that stands open when the machine goes back.</summary>
/// <param name="Word">Its kind in words.</param>
/// <param name="Sentence">What it is, its places marked as in a finding.</param>
public sealed record OpenPoint(OpenKind Kind, string Word, string Sentence);

/// <summary>What somebody wrote down.</summary>
/// <param name="About">The place's short name, or what else it is about.</param>
public sealed record NoteLine(string About, string Text);

/// <summary>A drive that left, and what became of its data.</summary>
/// <param name="By">Who wiped it and when it was; null while it was not.</param>
public sealed record FateLine(string Drive, string Fate, Tick? By);

/// <summary>One line of what was expected and what was seen.</summary>
/// <param name="Remark">"deviates", "not yet through", or nothing.</param>
/// <param name="By">Who looked, or that nobody did.</param>
public sealed record SeenLine(string Screen, string What, string Expected, string? Seen, LineState State, string Remark, string By);

/// <summary>A part that came in or left, with its serial number where it is known.</summary>
/// <param name="LiesIn">Where an old one lies; null for one that came in.</param>
public sealed record PartLine(Place Place, string Part, string? Serial, string? LiesIn);

/// <summary>The page that the owner gets: screen, print and Markdown are drawn from it, and say nothing of their own.</summary>
public sealed record HandoverPage
{
    public required JobHead Job { get; init; }

    /// <summary>Maker, name, board revision and serial number of the machine.</summary>
    public required string Machine { get; init; }

    /// <summary>The first words: what came of the work.</summary>
    public required string Lead { get; init; }

    /// <summary>What stands open, the worst first.</summary>
    public required IReadOnlyList<OpenPoint> Open { get; init; }

    /// <summary>Why it is early to hand over, in a sentence; null when nothing is open.</summary>
    public required string? TooEarly { get; init; }

    /// <summary>What was done, one sentence each; empty for nothing.</summary>
    public required IReadOnlyList<string> Done { get; init; }

    /// <summary>What was wished and what came of it; empty where nobody wished anything.</summary>
    public required IReadOnlyList<WishedLine> Wished { get; init; }

    public required IReadOnlyList<WatchLine> Watch { get; init; }

    /// <summary>What was entered in the firmware.</summary>
    public required IReadOnlyList<string> Settings { get; init; }

    public required IReadOnlyList<NoteLine> Notes { get; init; }

    public required IReadOnlyList<FateLine> Fates { get; init; }

    /// <summary>The shop's stance towards parts off the maker's list.</summary>
    public required string Policy { get; init; }

    public required IReadOnlyList<OffListPart> OffList { get; init; }

    public required IReadOnlyList<SeenLine> Lines { get; init; }

    /// <summary>What was left aside of what could have been looked at, in a sentence; null for nothing.</summary>
    public string? LeftAside { get; init; }

    public required IReadOnlyList<PartLine> CameIn { get; init; }

    public required IReadOnlyList<PartLine> Left { get; init; }

    /// <summary>Who handed it over, to whom and when; null while it is on the bench.</summary>
    public required Tick? HandedOver { get; init; }
}
