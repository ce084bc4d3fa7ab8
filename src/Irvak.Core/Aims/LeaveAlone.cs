using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Aims;

/// <summary>Says what of the machine is left alone; the rest may be touched.</summary>
/// <param name="Parts">"memory", "processors", "cards", "m2", or "bays:" and the name of their group.</param>
[EditName("leaveAlone")]
public sealed record LeaveAlone(IReadOnlyList<string> Parts) : SliceEdit<Aim>
{
    public const string BaysOf = "bays:";

    public override IEnumerable<string> Touches() => ["alone"];

    public override string ValueAt(string subject) => Parts.Count == 0 ? "nothing" : Say.Words([.. Parts.Select(Words)]);

    public override string Tell() => Parts.Count == 0 ? "lets everything be touched" : $"leaves {ValueAt("")} alone";

    public override SheetProblem? Refusal(MachineState machine, Aim slice) =>
        machine.Sheet is not { } sheet ? new("/edit", "The machine has no sheet yet.")
        : Parts.Distinct().Count() < Parts.Count ? new("/edit/parts", "Each part stands once.")
        // What another sheet had and this one has not is dropped, not held against whoever changes the rest.
        : Parts.FirstOrDefault(p => !Of(sheet).Contains(p) && !slice.Alone.Contains(p)) is { } odd
            ? new("/edit/parts", $"{sheet.FullName} has no {Words(odd)}.")
        : null;

    public override Aim Applied(MachineState machine, Aim slice, Stamp stamp) =>
        slice with
        {
            Alone = [.. Parts.Where(Of(machine.Sheet!).Contains)],
        };

    /// <summary>Parts of a machine that can be left alone.</summary>
    public static IReadOnlyList<string> Of(MachineSheet sheet) =>
        [
            .. sheet.Bays.Select(b => BaysOf + b.Group),
            .. sheet.Channels.Count > 0 ? new[] { "memory" } : [],
            .. sheet.Sockets.Count > 0 ? new[] { "processors" } : [],
            .. sheet.Slots.Count > 0 ? new[] { "cards" } : [],
            .. sheet.M2.Count > 0 ? new[] { "m2" } : [],
        ];

    /// <summary>What the part is about.</summary>
    public static Topic TopicOf(string part) =>
        part switch
        {
            "memory" => Topic.Memory,
            "processors" => Topic.Processor,
            "cards" => Topic.Cards,
            "m2" => Topic.M2,
            _ => Topic.Bays,
        };

    /// <summary>Groups of bays among the parts that are left alone.</summary>
    public static IReadOnlyList<string> Bays(Aim aim) =>
        [.. aim.Alone.Where(p => p.StartsWith(BaysOf, StringComparison.Ordinal)).Select(p => p[BaysOf.Length..])];

    /// <summary>The part as people call it.</summary>
    public static string Words(string part) =>
        part.StartsWith(BaysOf, StringComparison.Ordinal) ? $"the bays of {part[BaysOf.Length..]}"
        : part == "m2" ? "M.2 places"
        : part;

    /// <summary>The part by the names of its places on this machine.</summary>
    public static string Words(MachineSheet sheet, string part) =>
        sheet.Bays.FirstOrDefault(b => BaysOf + b.Group == part) is { Names: { Count: > 0 } names }
            ? names.Count == 1
                ? $"bay {names[0]}"
                : $"bays {names[0]} to {names[^1]}"
            : Words(part);

    /// <summary>The part that a place belongs to; null for a place of none.</summary>
    public static string? PartOf(MachineSheet sheet, Place place) =>
        place.IsSlot ? "memory"
        : place.IsSocket ? "processors"
        : place.Kind == PlaceKind.Card ? "cards"
        : place.Kind == PlaceKind.M2 ? "m2"
        : sheet.Bays.FirstOrDefault(b => b.Names.Any(n => Place.Bay(n) == place)) is { } bays ? BaysOf + bays.Group
        : null;
}
