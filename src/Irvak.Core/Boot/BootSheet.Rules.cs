using Irvak.Core.Arrays;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Boot;

/// <summary>What is said about what a system starts from.</summary>
public sealed partial record BootSheet
{
    public static readonly Rule Nvme = new(
        "BOOT-NVME",
        Family.Boot,
        Severity.Stop,
        "The firmware does not start from NVMe: {drive} in {place} can't be the boot drive.",
        "Older firmware has no driver for it; as a data drive it works.",
        "machine sheet",
        Basis.Sheet
    )
    {
        LeansOn = ["/firmware/bootsNvme"],
    };

    public static readonly Rule Sectors = new(
        "BOOT-4KN",
        Family.Boot,
        Severity.Stop,
        "The firmware does not start from sectors of 4096 bytes: {drive} in {place} can't be the boot drive.",
        "Only UEFI reads such sectors at the start, and not every one; as a data drive it works.",
        "machine sheet; UEFI specification",
        Basis.Sheet
    )
    {
        LeansOn = ["/firmware/boots4Kn"],
    };

    public static readonly Rule Large = new(
        "BOOT-2TIB",
        Family.Boot,
        Severity.Care,
        "Without UEFI the system starts only from the first {limit} of {drive} in {place}.",
        "The old partition table counts sectors in 32 bits.",
        "arithmetic: 2³² sectors",
        Basis.Standard
    );

    public static readonly Rule Host = new(
        "BOOT-HOST",
        Family.Boot,
        Severity.Stop,
        "{controller} does not start a system: {place} behind it can't hold the boot drive.",
        "Without its own boot code the firmware does not see what hangs on it.",
        "controller's sheet",
        Basis.Sheet
    );

    public static readonly Rule Mirrored = new(
        "BOOT-MIRROR",
        Family.Boot,
        Severity.Note,
        "The boot mirror of {places} wants its boot partition on both halves, and both in the firmware’s order.",
        "Else it starts from one half only, and that may be the one that died.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Unlike = new(
        "BOOT-UNEQUAL",
        Family.Boot,
        Severity.Care,
        "{places} of the boot mirror differ in size: the smaller one, {size}, is the measure.",
        "A mirror is as large as its smaller half.",
        "definition of the level",
        Basis.Standard
    );

    public static readonly Rule Media = new(
        "BOOT-MEDIA",
        Family.Boot,
        Severity.Care,
        "{drive} in {place} is of a class that logging wears out: no system that writes its log there.",
        "Sticks and cards level their wear badly, or not at all.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Wears = new(
        "BOOT-WEAR",
        Family.Boot,
        Severity.Care,
        "{drive} in {place} is {what} after about {years} years.",
        "What is written every day uses up what it is rated for; what comes in fills it.",
        "drive's sheet; JESD218 for what a rating means",
        Basis.Sheet
    );

    public static readonly Rule Empty = new(
        "BOOT-NONE",
        Family.Boot,
        Severity.Stop,
        "The system is to start from {place}, where there is no drive.",
        "Put one there, or choose another.",
        "definition",
        Basis.Standard
    );

    public static readonly Rule Least = new(
        "BOOT-INSTALLER",
        Family.Boot,
        Severity.Stop,
        "{system} asks for {least} at least; {drive} in {place} has {size}.",
        "An installer refuses a smaller disk; room for updates comes on top.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Sensible = new(
        "BOOT-INSTALLER-ROOM",
        Family.Boot,
        Severity.Care,
        "{system} installs onto {drive} in {place}, and grows beyond it: {sensible} are sensible.",
        "Newer versions ask for more, and logs and images gather.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule NoMirror = new(
        "BOOT-INSTALLER-MIRROR",
        Family.Boot,
        Severity.Care,
        "{system} makes no mirror of {places} by itself: {how}.",
        "What no installer mirrors is mirrored beneath it, or not at all.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Whole = new(
        "BOOT-WHOLE",
        Family.Boot,
        Severity.Stop,
        "{system} leaves nothing of them to others: {place} can't hold data beside it.",
        "Its installer asks for a disk, not for a partition.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Old = new(
        "BOOT-OLD",
        Family.Boot,
        Severity.Note,
        "{place} keeps the system of before: the firmware may start that one. Put it last, or take it out once the new one starts.",
        "Two systems in one machine look alike to its firmware, and an update may go to the wrong one.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Striped = new(
        "BOOT-STRIPE",
        Family.Boot,
        Severity.Care,
        "The system lies on {array}, which has no redundancy: any of its {count} drives takes it along{outside}.",
        "A stripe starts faster by little, and fails as often as all of its drives together.",
        "definition of the level",
        Basis.Standard
    );

    /// <summary>A system on a stripe; the firmware reads no stripe but its own.</summary>
    private static IEnumerable<Finding> OfStripe(BootInput q, BootPlan plan)
    {
        foreach (
            var array in q.Arrays.Where(a =>
                a.Level is ArrayLevel.Stripe or ArrayLevel.Span && a.Members.Count > 1 && plan.Places.Any(a.Members.Contains)
            )
        )
            yield return Finding.Of(
                Striped,
                [.. array.Members],
                Worked.Sum(
                    Striped.Source,
                    new WorkedLine("failures survived", "0", true),
                    new WorkedLine("drives", $"{array.Members.Count}")
                ),
                ("array", array.Name),
                ("count", array.Members.Count),
                (
                    "outside",
                    array.Host == ArrayHost.Controller ? "" : "; the boot partition must lie outside of it, for no firmware reads it"
                )
            );
    }

    private static IEnumerable<Finding> OfInstaller(BootInput q, BootPlan plan, InstallerRow row)
    {
        var system = ("system", (Stated)Say.Capital(row.Name));
        foreach (var place in plan.Places)
        {
            if (q.Planned.At(place) is not { Drive: { Bytes: { } bytes } drive } unit)
                continue;
            var (name, at) = (("drive", (Stated)unit.Short), ("place", Stated.At(place)));
            if (row.LeastGB is { } least && bytes < least * 1e9)
                yield return Finding.Of(
                    Least,
                    [place],
                    Worked.Against(Least.Source, ("size", DiskSpace.Nominal(bytes)), "<", ("asked for", $"{least:0} GB")),
                    system,
                    name,
                    at,
                    ("least", $"{least:0} GB"),
                    ("size", DiskSpace.Nominal(bytes))
                );
            else if (row.SensibleGB is { } sensible && bytes < sensible * 1e9)
                yield return Finding.Of(
                    Sensible,
                    [place],
                    Worked.Against(Sensible.Source, ("size", DiskSpace.Nominal(bytes)), "<", ("sensible", $"{sensible:0} GB")),
                    system,
                    name,
                    at,
                    ("sensible", $"{sensible:0} GB")
                );
            if (row.TakesAll && (plan.SharedGB > 0 || q.Arrays.Any(a => a.Members.Contains(place) && !plan.Places.All(a.Members.Contains))))
                yield return Finding.Of(Whole, [place], null, system, at);
        }
        if (plan.Places.Count > 1 && row.Mirror == OwnMirror.No && plan.AsOneOf(q.Arrays) is null)
            yield return Finding.Of(NoMirror, plan.Places, null, system, ("places", Stated.At(plan.Places)), ("how", row.How));
    }

    public static IEnumerable<Finding> Judge(BootInput q, BootPlan? plan)
    {
        // What was found and is left alone is not judged anew; its life stands on the sheet.
        if (plan is null || (q.Boot is null && !plan.Places.Any(q.Changed.Contains)))
            yield break;
        if (q.Boot is not null)
            foreach (var old in Found(q)?.Places ?? [])
                if (!plan.Places.Contains(old) && !q.IsNew(old) && q.Planned.At(old)?.Drive is not null)
                    yield return Finding.Of(Old, [old], null, ("place", Stated.At(old)));
        foreach (var finding in OfStripe(q, plan).Concat(plan.System is { } kind ? OfInstaller(q, plan, Installers.Of(kind)) : []))
            yield return finding;
        foreach (var place in plan.Places)
            if (q.Planned.At(place) is not { Drive: not null } unit)
                yield return Finding.Of(Empty, [place], null, ("place", Stated.At(place)));
            else
                foreach (var finding in Against(q, place, unit, plan))
                    yield return finding;
        if (plan.Places.Count < 2 || plan.AsOneOf(q.Arrays) is not null)
            yield break;
        yield return Finding.Of(Mirrored, plan.Places, null, ("places", Stated.At(plan.Places)));
        var sizes = plan.Places.Select(p => q.Planned.At(p)?.Drive?.Bytes).OfType<long>().ToList();
        if (sizes.Count > 1 && sizes.Min() < sizes.Max())
            yield return Finding.Of(
                Unlike,
                plan.Places,
                Worked.Sum(
                    Unlike.Source,
                    new("both hold", DiskSpace.Nominal(sizes.Min()), true),
                    [.. sizes.Select(b => new WorkedLine("drive", DiskSpace.Nominal(b)))]
                ),
                ("places", Stated.At(plan.Places)),
                ("size", DiskSpace.Nominal(sizes.Min()))
            );
    }
}
