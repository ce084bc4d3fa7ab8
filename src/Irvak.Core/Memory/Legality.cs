using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>Whether each module can work in its slot at all, and whether the modules can work together.</summary>
public static class Legality
{
    public static readonly Rule Generation = new(
        "MEM-GEN",
        Family.Memory,
        Severity.Stop,
        "{place} {is|are} {module}; the board takes {board}.",
        "Each generation has its own contacts, notch and supply voltage; another one neither seats nor starts.",
        "JEDEC JESD79-2F, -3F, -4, -5",
        Basis.Standard
    )
    {
        LeansOn = ["/memory/generation"],
    };

    public static readonly Rule Form = new(
        "MEM-FORM",
        Family.Memory,
        Severity.Stop,
        "{place} {holds a|hold} {module}{|s}; the {slot is for a|slots are for} {board}{|s}.",
        "DIMM and SO-DIMM differ in length and contacts.",
        "JEDEC standard 21-C, module outlines",
        Basis.Standard
    );

    public static readonly Rule Type = new(
        "MEM-TYPE",
        Family.Memory,
        Severity.Stop,
        "{place} {is|are} {module}; the board takes {board}.",
        "Processor and board drive only the module types they were made for. Modules of another type do not start.",
        "machine sheet, accepted types",
        Basis.Sheet
    );

    public static readonly Rule ByProcessor = new(
        "MEM-CPU-TYPE",
        Family.Memory,
        Severity.Stop,
        "{place} {is|are} {module}; {socket} drives {takes} only.",
        "The memory controller is inside the processor; it must know the module type as well as the board.",
        "processor's sheet, memory types",
        Basis.Sheet
    );

    public static readonly Rule Revision = new(
        "MEM-REVISION",
        Family.Memory,
        Severity.Stop,
        "{place} {is|are} not fitted on board revision {revision}.",
        "Makers leave out slots on some revisions; the holes are there, the contacts are not.",
        "machine sheet, board revisions",
        Basis.Sheet
    );

    public static readonly Rule Kind = new(
        "MEM-KIND",
        Family.Memory,
        Severity.Stop,
        "{few} {verb} {fewKind}, the rest is {manyKind}. The machine does not start with both.",
        "Registered, load-reduced and unbuffered modules drive the channel differently and are never mixed in one machine.",
        "JEDEC standard 21-C module types; common practice, no source, for the machine as a whole",
        Basis.Standard
    );

    public static readonly Rule KindRan = new(
        "MEM-KIND-RAN",
        Family.Memory,
        Severity.Care,
        "{few} {verb} {fewKind} by the firmware, the rest is {manyKind}, and yet the machine ran so: read the labels.",
        "Registered, load-reduced and unbuffered modules never run in one machine, so what the firmware says of one of them is wrong.",
        "JEDEC standard 21-C module types; common practice, no source, for the machine as a whole",
        Basis.Standard
    );

    public static readonly Rule EccOff = new(
        "MEM-ECC",
        Family.Memory,
        Severity.Care,
        "With {few} the error correction of the machine is off.",
        "One module without the extra chips leaves nothing to correct with, so the board switches ECC off for all.",
        "machine sheet, mixing with and without ECC",
        Basis.Sheet
    )
    {
        LeansOn = ["/memory/eccWorks"],
    };

    public static readonly Rule EccNoStart = new(
        "MEM-ECC-START",
        Family.Memory,
        Severity.Stop,
        "With {few} the machine does not start: this board refuses modules with and without ECC together.",
        "Some boards stop in the memory test when the modules differ in width.",
        "machine sheet, mixing with and without ECC",
        Basis.Sheet
    )
    {
        LeansOn = ["/memory/eccWorks"],
    };

    public static readonly Rule Dark = new(
        "MEM-DARK",
        Family.Memory,
        Severity.Stop,
        "{place} {stays|stay} dark until {socket} is filled.",
        "A slot hangs on the memory controller inside its own processor.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule DarkUnknown = new(
        "MEM-DARK-ASK",
        Family.Memory,
        Severity.Care,
        "Whether {place} {works|work} is not known: nobody looked whether {socket} is filled.",
        "A slot hangs on the memory controller inside its own processor.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule NotTold = new(
        "MEM-UNKNOWN",
        Family.Memory,
        Severity.Care,
        "Whether the {module|modules} for {place} {works|work} here is not known: {its|their} {what} is not told.",
        "Generation, size of the board, type and voltage must all fit; what "
            + "is not known of them does not fit by itself. Its label tells them.",
        "definition: not known is not the same as right",
        Basis.Standard
    );

    public static readonly Rule Plausible = new(
        "MEM-LABEL",
        Family.Memory,
        Severity.Care,
        "{place} can't be what {it says|they say}: {module} would need chips of {density} Gbit, which do not exist in {generation}.",
        "Capacity, ranks and chip width together give the chip density: GB × 8 × width ÷ (64 × ranks).",
        "JEDEC densities per generation",
        Basis.Standard
    );

    public static IEnumerable<Finding> Judge(MemoryInput q, Build build)
    {
        var modules = build.Modules(q.Sheet).ToList();
        foreach (var (channel, slot, module) in modules)
        foreach (var finding in JudgeOne(q, build, channel, slot, module))
            yield return finding;
        foreach (var finding in JudgeTogether(q, build, modules))
            yield return finding;
        foreach (var slot in q.Sheet.Revisions.FirstOrDefault(r => r.Name == q.System.BoardRevision)?.MissingSlots ?? [])
            if (build.ModuleAt(slot) is not null)
                yield return Finding.Of(
                    Revision,
                    [Place.Slot(slot)],
                    null,
                    ("place", Stated.At(Place.Slot(slot))),
                    ("revision", q.System.BoardRevision!)
                );
    }

    private static IEnumerable<Finding> JudgeOne(MemoryInput q, Build build, Channel channel, string slot, ModuleSheet module)
    {
        var board = q.Sheet.Memory;
        Place[] places = [Place.Slot(slot)];
        var place = Stated.At(Place.Slot(slot));
        if (module.Generation is { } g && board.Generation is { } bg && g != bg)
            yield return Finding.Of(Generation, places, null, ("place", place), ("module", g.Name()), ("board", bg.Name()));
        if (module.Form is { } f && board.Form is { } bf && f != bf)
            yield return Finding.Of(Form, places, null, ("place", place), ("module", f.Name()), ("board", bf.Name()));
        // A module of another family than every accepted type; mixing inside the accepted ones is judged below.
        if (module.Type is { } t && board.Types is { Count: > 0 } types && !types.Contains(t))
            yield return Finding.Of(
                Type,
                places,
                null,
                ("place", place),
                ("module", t.Name()),
                ("board", Say.Words([.. types.Select(x => x.Name())]))
            );
        if (
            module.Type is { } mt
            && build.At(Place.Socket(channel.Socket))?.Processor?.MemoryTypes is { Count: > 0 } driven
            && !driven.Contains(mt)
        )
            yield return Finding.Of(
                ByProcessor,
                places,
                null,
                ("place", place),
                ("module", mt.Name()),
                ("socket", Stated.At(Place.Socket(channel.Socket))),
                ("takes", Say.Words([.. driven.Select(x => x.Name())]))
            );
        if (q.BringsPart(Place.Slot(slot)) && Untold(q, module) is { Count: > 0 } untold)
            yield return Finding.Of(NotTold, places, null, ("place", place), ("what", Say.Words(untold)));
        if (!build.HasProcessor(channel.Socket))
            yield return Finding.Of(
                q.LacksProcessor(channel.Socket) || ReferenceEquals(build, q.Found) ? Dark : DarkUnknown,
                places,
                null,
                ("place", place),
                ("socket", Stated.At(Place.Socket(channel.Socket)))
            );
        if (module.Generation is { } gen && Bins.DieGbit(module) is { } gbit && !Bins.DieExists(gen, gbit))
            yield return Finding.Of(
                Plausible,
                places,
                Worked.Sum(
                    "JEDEC densities per generation",
                    new("chip density", $"{gbit:0.###} Gbit", true),
                    new("capacity", $"{module.CapacityMiB / 1024.0:0.###} GB"),
                    new("chip width", $"{module.DeviceWidth}"),
                    new("ranks", $"{module.Ranks}"),
                    new("GB × 8 × width ÷ (64 × ranks)", $"{gbit:0.###} Gbit")
                ),
                ("place", place),
                ("module", module.Long),
                ("density", $"{gbit:0.###}"),
                ("generation", gen.Name())
            );
    }

    /// <summary>What would have to be known of a module that comes in before it can be called right, and is not.</summary>
    private static List<string> Untold(MemoryInput q, ModuleSheet module)
    {
        var board = q.Sheet.Memory;
        var untold = new List<string>();
        if (module.Generation is null)
            untold.Add("generation");
        if (module.Form is null)
            untold.Add("form");
        if (module.Type is null)
            untold.Add("type");
        if (module.CapacityMiB is null)
            untold.Add("size");
        if (
            module.MilliVolt is null
            && board.SupplyMilliVolt is { } supply
            && supply < Bins.UsualMilliVolt(module.Generation ?? board.Generation)
        )
            untold.Add("voltage");
        return untold;
    }

    private static IEnumerable<Finding> JudgeTogether(
        MemoryInput q,
        Build build,
        List<(Channel Channel, string Slot, ModuleSheet Module)> modules
    )
    {
        var typed = modules.Where(m => m.Module.Type is not null).ToList();
        var families = typed.GroupBy(m => m.Module.Type!.Value.Family()).OrderByDescending(f => f.Count()).ThenBy(f => f.Key).ToList();
        if (families.Count > 1)
        {
            var few = families.Skip(1).SelectMany(f => f).ToList();
            Place[] places = [.. few.Select(m => Place.Slot(m.Slot))];
            // What was seen to run is not what it is called.
            yield return Finding.Of(
                q.RunsAsFound(build) ? KindRan : Kind,
                places,
                KindSum(families),
                ("few", Stated.At(places)),
                ("verb", few.Count == 1 ? "is" : "are"),
                ("fewKind", Say.Words([.. few.Select(m => m.Module.Type!.Value.Name()).Distinct()])),
                ("manyKind", families[0].First().Module.Type!.Value.Name())
            );
        }
        var plain = typed.Where(m => m.Module.Type == ModuleType.Unbuffered).ToList();
        if (q.Sheet.Memory.EccMixing is { } mixing && plain.Count > 0 && typed.Any(m => m.Module.Type == ModuleType.UnbufferedEcc))
        {
            Place[] places = [.. plain.Select(m => Place.Slot(m.Slot))];
            yield return Finding.Of(mixing == EccMixing.EccOff ? EccOff : EccNoStart, places, null, ("few", Stated.At(places)));
        }
    }

    private static Worked KindSum(List<IGrouping<ModuleFamily, (Channel Channel, string Slot, ModuleSheet Module)>> families)
    {
        var lines = families
            .Select(f => new WorkedLine(
                $"{f.First().Module.Type!.Value.Name()}: {string.Join(' ', f.Take(8).Select(m => m.Slot))}{(f.Count() > 8 ? " …" : "")}",
                $"{f.Count()}"
            ))
            .Append(new WorkedLine("kinds fitted", $"{families.Count}"))
            .Append(new WorkedLine("kinds a machine starts with", "1"));
        return new Worked(
            [.. lines],
            new WorkedLine($"{families.Count} > 1, so it does not start", "stop", true),
            "JEDEC standard 21-C module types"
        );
    }
}
