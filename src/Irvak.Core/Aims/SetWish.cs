using System.Text.Json.Serialization;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Aims;

[JsonConverter(typeof(JsonStringEnumConverter<WishKind>))]
public enum WishKind
{
    [JsonStringEnumMemberName("memoryGiB")]
    MemoryGiB,

    [JsonStringEnumMemberName("moneyLimitEur")]
    MoneyLimitEur,

    [JsonStringEnumMemberName("usableTB")]
    UsableTB,

    [JsonStringEnumMemberName("failures")]
    Failures,

    [JsonStringEnumMemberName("readMBs")]
    ReadMBs,

    [JsonStringEnumMemberName("writeMBs")]
    WriteMBs,

    [JsonStringEnumMemberName("lossPercent")]
    LossPercent,

    [JsonStringEnumMemberName("awayHours")]
    AwayHours,

    [JsonStringEnumMemberName("watts")]
    Watts,

    /// <summary>Years that are looked ahead.</summary>
    [JsonStringEnumMemberName("years")]
    Years,
}

/// <summary>Sets or clears one wish.</summary>
[EditName("setWish")]
public sealed record SetWish(WishKind Wish, decimal? Value) : SliceEdit<Aim>
{
    public override IEnumerable<string> Touches() => ["wish:" + Wish];

    public override string ValueAt(string subject) => Value?.ToString("0.######") ?? "no wish";

    public override string Tell() =>
        Wish switch
        {
            WishKind.MemoryGiB => Value is { } g ? $"wishes {g:0} GiB of memory" : "drops the wish for memory",
            WishKind.UsableTB => Value is { } t ? $"wishes {t:0.#} TB of space" : "drops the wish for space",
            WishKind.ReadMBs => Value is { } r ? $"wishes to read {r:0} MB/s at the user’s end" : "drops the wish for reading",
            WishKind.WriteMBs => Value is { } w ? $"wishes to write {w:0} MB/s at the user’s end" : "drops the wish for writing",
            WishKind.LossPercent => Value is { } l
                ? $"wishes a loss within five years under {l:0.######} %"
                : "drops the wish for the chance of a loss",
            WishKind.AwayHours => Value is { } h ? $"wishes the machine off for at most {h:0.##} h" : "drops the wish for the hours off",
            WishKind.Watts => Value is { } w ? $"wishes at most {w:0} W" : "drops the wish for watts",
            WishKind.Years => Value is { } y ? $"looks {y:0} years ahead" : $"looks {Aim.UsualYears} years ahead, as is usual",
            WishKind.Failures => Value is { } f ? $"wishes to survive {f:0} failed drives" : "drops the wish for failures survived",
            _ => Value is { } m ? $"limits spending to € {m:0.##}" : "drops the spending limit",
        };

    public override SheetProblem? Refusal(MachineState machine, Aim slice) =>
        (Wish, Value) switch
        {
            (_, < 0) => new("/edit/value", "A wish is zero or more."),
            (WishKind.MemoryGiB, > 1_048_576) => new("/edit/value", "That is more memory than any machine holds."),
            (WishKind.MemoryGiB, { } v) when v != decimal.Truncate(v) => new("/edit/value", "Wish whole GiB."),
            (WishKind.Failures, { } v) when v != decimal.Truncate(v) || v > 100 => new("/edit/value", "Wish a whole number of drives."),
            (WishKind.Years, { } v) when v != decimal.Truncate(v) || v is < 1 or > 30 => new(
                "/edit/value",
                "Look 1 to 30 whole years ahead."
            ),
            (WishKind.LossPercent, > 100) => new("/edit/value", "A chance is 100 % at most."),
            (WishKind.AwayHours, > 8_760) => new("/edit/value", "That is longer than a year."),
            (WishKind.UsableTB, > 1_000_000) => new("/edit/value", "That is more space than any machine holds."),
            (_, > 100_000_000) => new("/edit/value", "That limit is beyond anything sensible."),
            _ => null,
        };

    public override Aim Applied(MachineState machine, Aim slice, Stamp stamp) =>
        Wish switch
        {
            WishKind.MemoryGiB => slice with { MemoryGiB = (int?)Value },
            WishKind.UsableTB => slice with { UsableTB = (double?)Value },
            WishKind.ReadMBs => slice with { ReadMBs = Value is { } mbs ? new((double)mbs) : null },
            WishKind.WriteMBs => slice with { WriteMBs = Value is { } mbs ? new((double)mbs) : null },
            WishKind.LossPercent => slice with { LossPercent = (double?)Value },
            WishKind.AwayHours => slice with { AwayHours = (double?)Value },
            WishKind.Watts => slice with { Watts = (double?)Value },
            WishKind.Years => slice with { Years = (int?)Value },
            WishKind.Failures => slice with { Failures = (int?)Value },
            _ => slice with { MoneyLimitEur = Value },
        };
}
