using System.Text.Json.Serialization;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Drives;
using Irvak.Core.Controllers;
using Irvak.Core.Expectations;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Observations;
using Irvak.Core.Power;
using Irvak.Core.Sheets;

namespace Irvak.Core.Plans;

/// <summary>One change of a job. Edits are stored as they are and never altered.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(AdoptSheet), "adoptSheet")]
[JsonDerivedType(typeof(RecordFound), "recordFound")]
[JsonDerivedType(typeof(ReadBefore), "readBefore")]
[JsonDerivedType(typeof(Settle), "settle")]
[JsonDerivedType(typeof(AnswerCheck), "answerCheck")]
[JsonDerivedType(typeof(SetNote), "setNote")]
[JsonDerivedType(typeof(AnswerUnknown), "answerUnknown")]
[JsonDerivedType(typeof(SetWish), "setWish")]
[JsonDerivedType(typeof(SetPolicy), "setPolicy")]
[JsonDerivedType(typeof(SetMemoryMode), "setMemoryMode")]
[JsonDerivedType(typeof(Fit), "fit")]
[JsonDerivedType(typeof(Remove), "remove")]
[JsonDerivedType(typeof(Move), "move")]
[JsonDerivedType(typeof(Arrange), "arrange")]
[JsonDerivedType(typeof(MakeArray), "makeArray")]
[JsonDerivedType(typeof(DropArray), "dropArray")]
[JsonDerivedType(typeof(WireBays), "wireBays")]
[JsonDerivedType(typeof(SetSplit), "setSplit")]
[JsonDerivedType(typeof(LayOut), "layOut")]
[JsonDerivedType(typeof(HoldRate), "holdRate")]
[JsonDerivedType(typeof(StaggerStart), "staggerStart")]
[JsonDerivedType(typeof(SeeAir), "seeAir")]
[JsonDerivedType(typeof(PlanPad), "planPad")]
[JsonDerivedType(typeof(PlanBoot), "planBoot")]
[JsonDerivedType(typeof(PlanCache), "planCache")]
[JsonDerivedType(typeof(DropCache), "dropCache")]
[JsonDerivedType(typeof(PlanMove), "planMove")]
[JsonDerivedType(typeof(RecordWipe), "recordWipe")]
[JsonDerivedType(typeof(SetFigures), "setFigures")]
[JsonDerivedType(typeof(Restore), "restore")]
[JsonDerivedType(typeof(SetTick), "setTick")]
[JsonDerivedType(typeof(AnswerLine), "answerLine")]
[JsonDerivedType(typeof(ReadAfter), "readAfter")]
[JsonDerivedType(typeof(HandOver), "handOver")]
[JsonDerivedType(typeof(ChangeFields), "changeFields")]
[JsonDerivedType(typeof(Together), "together")]
public abstract record Edit
{
    /// <summary>What this edit touches; two edits clash only where these meet.</summary>
    public abstract IEnumerable<string> Touches();

    /// <summary>What the edit puts at a subject, in words; equal words are no clash.</summary>
    public abstract string ValueAt(string subject);

    /// <summary>The edit as history tells it, without the name.</summary>
    public abstract string Tell();
}

/// <summary>Takes a machine sheet as this job's own.</summary>
public sealed record AdoptSheet(MachineSheet Sheet) : Edit
{
    public override IEnumerable<string> Touches() => ["sheet"];

    public override string ValueAt(string subject) => Sheet.FullName;

    public override string Tell() => $"takes the sheet {Sheet.FullName}{(Sheet.Draft ? ", a draft" : "")}";
}

/// <summary>Records what sits in places of the machine as found; null means looked at and empty.</summary>
/// <param name="System">Facts of the system that came with it; null fields leave what is known.</param>
/// <param name="By">Capture or person.</param>
public sealed record RecordFound(IReadOnlyDictionary<string, Unit?> Places, SystemFacts? System, string By) : Edit
{
    public override IEnumerable<string> Touches() => Places.Keys.Select(p => "found:" + p).Concat(System is null ? [] : ["system"]);

    public override string ValueAt(string subject) => subject == "system"
        ? string.Join(", ", FieldFold.Written(System!).EnumerateObject().Where(p => p.Value.ValueKind is global::System.Text.Json.JsonValueKind.String or global::System.Text.Json.JsonValueKind.Number).Select(p => $"{p.Name} {FieldWords.Value(p.Value)}"))
        : Places.TryGetValue(subject["found:".Length..], out var unit) ? unit?.Long ?? "empty" : "";

    public override string Tell() => Places.Count == 1
        ? $"finds {(Places.First().Value?.Long ?? "nothing")} in {PlaceName.Short(Places.First().Key)} ({By})"
        : $"records {Places.Count} places as found ({By})";
}

/// <summary>Keeps what a capture made before the work shows, beside what other captures show.</summary>
/// <param name="By">Kind of the capture; a newer one of the same kind takes its place.</param>
public sealed record ReadBefore(Observation Seen, string By) : Edit
{
    public override IEnumerable<string> Touches() => ["reading:" + By];

    public override string ValueAt(string subject) => By;

    public override string Tell() => $"reads the {By}";
}

/// <summary>Decides between sources that contradict each other.</summary>
/// <param name="Place">The place, or the fact, by its key.</param>
/// <param name="By">The capture that is believed.</param>
public sealed record Settle(string Place, string By) : Edit
{
    public override IEnumerable<string> Touches() => ["found:" + Place];

    public override string ValueAt(string subject) => "by " + By;

    public override string Tell() => $"believes the {By} about {PlaceName.Short(Place)}";
}

/// <summary>Answers one question of the check before the machine is touched.</summary>
/// <param name="Key">A key of <c>SurveyChecks</c>.</param>
/// <param name="Good">True when all is well, false when not, null to take the answer back.</param>
/// <param name="Note">What was seen, in words.</param>
public sealed record AnswerCheck(string Key, bool? Good, string? Note) : Edit
{
    public override IEnumerable<string> Touches() => ["check:" + Key];

    public override string ValueAt(string subject) => $"{(Good is null ? "no answer" : Good.Value ? "well" : "not well")}{(Note is null ? "" : ": " + Note)}";

    public override string Tell() => Good is null ? $"takes back the answer about {Key}" : $"finds {Key} {(Good.Value ? "well" : "not well")}{(Note is null ? "" : $" ({Note})")}";
}

/// <summary>Keeps a note about a place, a plug or the machine; an empty text drops it.</summary>
/// <param name="About">A place, <c>plug:NAME</c> for a plug or fan and where it sits, or <c>machine</c>.</param>
public sealed record SetNote(string About, string Text) : Edit
{
    public const int Longest = 2000;

    public override IEnumerable<string> Touches() => ["note:" + About];

    public override string ValueAt(string subject) => Text;

    public override string Tell() => Text.Length == 0 ? $"drops the note about {PlaceName.Short(About)}" : $"notes about {PlaceName.Short(About)}: {(Text.Length > 80 ? Text[..80] + "…" : Text)}";
}

/// <summary>Answers one thing that was unknown about the machine.</summary>
/// <param name="Path">A path of <c>UnknownRegister</c>, such as <c>memory.slotLimitGiB</c>.</param>
public sealed record AnswerUnknown(string Path, string Value) : Edit
{
    public override IEnumerable<string> Touches() => ["answer:" + Path];

    public override string ValueAt(string subject) => Value;

    public override string Tell() => $"answers {Path}: {Value}";
}

[JsonConverter(typeof(JsonStringEnumConverter<WishKind>))]
public enum WishKind
{
    [JsonStringEnumMemberName("memoryGiB")] MemoryGiB,
    [JsonStringEnumMemberName("moneyLimitEur")] MoneyLimitEur,
    [JsonStringEnumMemberName("usableTB")] UsableTB,
    [JsonStringEnumMemberName("failures")] Failures,
    [JsonStringEnumMemberName("readMBs")] ReadMBs,
}

/// <summary>Sets or clears one wish.</summary>
public sealed record SetWish(WishKind Wish, decimal? Value) : Edit
{
    public override IEnumerable<string> Touches() => ["wish:" + Wish];

    public override string ValueAt(string subject) => Value?.ToString("0.######", global::System.Globalization.CultureInfo.InvariantCulture) ?? "no wish";

    public override string Tell() => Wish switch
    {
        WishKind.MemoryGiB => Value is { } g ? $"wishes {g:0} GiB of memory" : "drops the wish for memory",
        WishKind.UsableTB => Value is { } t ? $"wishes {t:0.#} TB of space" : "drops the wish for space",
        WishKind.ReadMBs => Value is { } r ? $"wishes to read {r:0} MB/s at the user’s end" : "drops the wish for reading",
        WishKind.Failures => Value is { } f ? $"wishes to survive {f:0} failed drives" : "drops the wish for failures survived",
        _ => Value is { } m ? $"limits spending to € {m:0.##}" : "drops the spending limit",
    };
}

public sealed record SetPolicy(Policy Policy) : Edit
{
    public override IEnumerable<string> Touches() => ["policy"];

    public override string ValueAt(string subject) => Policy.Name();

    public override string Tell() => $"sets the policy to {Policy.Name()}";
}

/// <summary>Chooses how the firmware spends memory on safety.</summary>
public sealed record SetMemoryMode(MemoryMode Mode) : Edit
{
    public override IEnumerable<string> Touches() => ["mode"];

    public override string ValueAt(string subject) => Mode.Name();

    public override string Tell() => $"sets memory to {Mode.Name()}";
}

/// <summary>Plans a shelf part for a place.</summary>
public sealed record Fit(string Place, Unit Unit) : Edit
{
    public override IEnumerable<string> Touches() => [Place];

    public override string ValueAt(string subject) => Unit.Long;

    public override string Tell() => $"puts {Unit.Short} into {PlaceName.Short(Place)}";
}

/// <summary>Plans a place to be emptied.</summary>
public sealed record Remove(string Place) : Edit
{
    public override IEnumerable<string> Touches() => [Place];

    public override string ValueAt(string subject) => "empty";

    public override string Tell() => $"takes {PlaceName.Short(Place)} out";
}

/// <summary>Plans the unit of one place to stand in another.</summary>
public sealed record Move(string From, string To) : Edit
{
    public override IEnumerable<string> Touches() => [From, To];

    public override string ValueAt(string subject) => subject == From ? $"moved to {PlaceName.Short(To)}" : $"from {PlaceName.Short(From)}";

    public override string Tell() => $"moves {PlaceName.Short(From)} to {PlaceName.Short(To)}";
}

/// <summary>What an arrangement puts into a slot: what was found in one, or a part that comes in.</summary>
/// <param name="From">The place it was found in; null for a part that comes in.</param>
/// <param name="Unit">The part that comes in; null for a found one.</param>
public sealed record Arranged(string? From, Unit? Unit = null);

/// <summary>Plans all memory slots at once, whatever the plan said of them before.</summary>
/// <param name="Places">Every memory slot with what goes there; null for one that is emptied.</param>
public sealed record Arrange(IReadOnlyDictionary<string, Arranged?> Places, string What) : Edit
{
    public override IEnumerable<string> Touches() => Places.Keys;

    public override string ValueAt(string subject) => Places.TryGetValue(subject, out var at) && at is not null ? at.Unit?.Long ?? $"from {PlaceName.Short(at.From ?? "")}" : "empty";

    public override string Tell() => What;
}

/// <summary>Plans an array, or plans another one under its name.</summary>
public sealed record MakeArray(ArrayPlan Array) : Edit
{
    public override IEnumerable<string> Touches() => ["array:" + Array.Name, .. Array.Members.Concat(Array.AllSpares).Select(p => "member:" + p)];

    public override string ValueAt(string subject) => subject.StartsWith("member:", StringComparison.Ordinal) ? Array.Name : FieldWords.All(Array);

    public override string Tell() => $"plans array {Array.Name}: {LevelTable.Words(Array.Level, Array.Groups).ToLowerInvariant()} over {Array.Members.Count} {(Array.Members.Count == 1 ? "drive" : "drives")}";
}

/// <summary>Gives an array up.</summary>
public sealed record DropArray(string Name) : Edit
{
    public override IEnumerable<string> Touches() => ["array:" + Name];

    public override string ValueAt(string subject) => "given up";

    public override string Tell() => $"gives array {Name} up";
}

/// <summary>Leaves a place as found after all.</summary>
public sealed record Restore(string Place) : Edit
{
    public override IEnumerable<string> Touches() => [Place];

    public override string ValueAt(string subject) => "as found";

    public override string Tell() => $"leaves {PlaceName.Short(Place)} as found";
}

/// <summary>Ticks or unticks a line of a list or a step.</summary>
public sealed record SetTick(string Key, bool Done, string Wording) : Edit
{
    public override IEnumerable<string> Touches() => ["tick:" + Key];

    public override string ValueAt(string subject) => Done ? "done" : "not done";

    public override string Tell() => Done ? $"ticks “{Wording}”" : $"unticks “{Wording}”";
}

/// <summary>Answers one expected line by eye.</summary>
public sealed record AnswerLine(string Key, SeenVerdict Verdict, string? Value) : Edit
{
    public override IEnumerable<string> Touches() => ["line:" + Key];

    public override string ValueAt(string subject) => Verdict switch { SeenVerdict.Other => Value ?? "something else", SeenVerdict.AsExpected => "as expected", _ => "not looked at" };

    public override string Tell() => Verdict switch
    {
        SeenVerdict.AsExpected => $"sees {Key} as expected",
        SeenVerdict.Other => $"sees {Value ?? "something else"} at {Key}",
        _ => $"has not looked at {Key}",
    };
}

/// <summary>Takes what the capture made after the work shows.</summary>
public sealed record ReadAfter(Observation Seen, string By) : Edit
{
    public override IEnumerable<string> Touches() => ["after"];

    public override string ValueAt(string subject) => By;

    public override string Tell() => $"reads the capture taken afterwards ({By})";
}

/// <summary>Closes the job: the machine goes back to its owner.</summary>
public sealed record HandOver(string To) : Edit
{
    public override IEnumerable<string> Touches() => ["handover"];

    public override string ValueAt(string subject) => To;

    public override string Tell() => $"hands the machine over to {To}";
}

/// <summary>Several edits that count and are undone as one.</summary>
public sealed record Together(string What, IReadOnlyList<Edit> Edits) : Edit
{
    public override IEnumerable<string> Touches() => Edits.SelectMany(e => e.Touches()).Distinct();

    public override string ValueAt(string subject) => Edits.LastOrDefault(e => e.Touches().Contains(subject))?.ValueAt(subject) ?? "";

    public override string Tell() => What;
}
