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
            WishKind.Failures => slice with { Failures = (int?)Value },
            _ => slice with { MoneyLimitEur = Value },
        };
}
