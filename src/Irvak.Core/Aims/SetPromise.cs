using System.Globalization;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Aims;

/// <summary>Promises the machine for a day, or for none.</summary>
[EditName("setPromise")]
public sealed record SetPromise(DateOnly? Day) : SliceEdit<Aim>
{
    /// <summary>Days that can be promised; others are typing errors.</summary>
    public static readonly DateOnly First = new(2000, 1, 1),
        Last = new(2099, 12, 31);

    public override IEnumerable<string> Touches() => ["promise"];

    public override string ValueAt(string subject) => Day is { } day ? Words(day) : "no day";

    public override string Tell() => Day is { } day ? $"promises it for {Words(day)}" : "promises no day";

    public override SheetProblem? Refusal(MachineState machine, Aim slice) =>
        Day is { } day && (day < First || day > Last) ? new("/edit/day", $"A day from {First.Year} to {Last.Year} can be promised.") : null;

    public override Aim Applied(MachineState machine, Aim slice, Stamp stamp) => slice with { PromisedFor = Day };

    /// <summary>A day as people read it.</summary>
    public static string Words(DateOnly day) => day.ToString("ddd d MMM yyyy", CultureInfo.InvariantCulture);
}
