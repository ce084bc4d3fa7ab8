using System.Collections.Immutable;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests;

/// <summary>Small boards and modules for tests, and questions about them.</summary>
public static class Boards
{
    /// <summary>Four channels of two slots on one socket, DDR4 registered, 2666 with one and 2400 with two in a channel.</summary>
    public static readonly MachineSheet Server = new()
    {
        Id = "server",
        Name = "Server",
        Sockets = [new Socket("CPU 1"), new Socket("CPU 2")],
        Channels =
        [
            new("A", "CPU 1", ["A1", "A2"]),
            new("B", "CPU 1", ["B1", "B2"]),
            new("C", "CPU 2", ["C1", "C2"]),
            new("D", "CPU 2", ["D1", "D2"]),
        ],
        Memory = new MemoryBoard
        {
            Generation = MemoryGeneration.Ddr4,
            Form = ModuleForm.Dimm,
            Types = [ModuleType.Registered, ModuleType.LoadReduced],
            SlotLimitGiB = 32,
            TotalLimitGiB = 256,
            Rates = [new(null, null, 1, 2666), new(null, null, 2, 2400)],
            ReservedMiB = 0,
        },
    };

    /// <summary>Unequal channels: 1, 1 and 2 slots per socket.</summary>
    public static readonly MachineSheet Unequal = Server with
    {
        Sockets = [new Socket("CPU")],
        Channels = [new("A", "CPU", ["A1"]), new("B", "CPU", ["B1"]), new("C", "CPU", ["C1", "C2"])],
    };

    public static ModuleSheet Module(
        int gib = 16,
        ModuleType type = ModuleType.Registered,
        int rate = 2666,
        MemoryGeneration generation = MemoryGeneration.Ddr4,
        ModuleForm form = ModuleForm.Dimm
    ) =>
        new()
        {
            Maker = "Maristone",
            Generation = generation,
            Form = form,
            Type = type,
            CapacityMiB = gib * 1024,
            Ranks = 2,
            DeviceWidth = gib >= 32 ? 4 : 8,
            RateMTs = rate,
        };

    public static Unit Unit(ModuleSheet? module = null, string? shelf = null) =>
        new()
        {
            Module = module ?? Module(),
            Source = "test",
            ShelfPartId = shelf,
        };

    public static JobState Job(MachineSheet? sheet = null, params string[] filled) => Job(sheet, Module(), filled);

    public static JobState Job(MachineSheet? sheet, ModuleSheet module, params string[] filled)
    {
        sheet ??= Server;
        var state = EditFold.Apply(JobState.Start, new AdoptSheet(sheet), Stamp);
        var places = sheet.Sockets.ToDictionary(
            s => Place.Socket(s.Id),
            s =>
                (Unit?)
                    new Unit
                    {
                        Processor = new ProcessorSheet { Name = "Ostrel", MemoryRateMTs = 2666 },
                        Source = "test",
                    }
        );
        foreach (var slot in sheet.Channels.SelectMany(c => c.Slots))
            places[Place.Slot(slot)] = filled.Contains(slot) ? Unit(module) : null;
        return EditFold.Apply(state, new RecordFound(places, new SystemFacts { OsBits = 64, Firmware = "1.0" }, "test"), Stamp);
    }

    public static readonly Stamp Stamp = new("Ines", DateTimeOffset.UnixEpoch);

    public static JobState With(this JobState state, params Edit[] edits) => edits.Aggregate(state, (s, e) =>
        {
            Assert.Null(EditFold.Refusal(s, e));
            return EditFold.Apply(s, e, Stamp);
        });

    public static Question Ask(this JobState state, EvidenceBook? evidence = null, params ShelfPart[] shelf) =>
        Question.Of(state, evidence ?? EvidenceBook.Empty, shelf.ToDictionary(p => p.Id));

    public static Evaluation Evaluate(this JobState state, EvidenceBook? evidence = null, params ShelfPart[] shelf) =>
        Evaluation.Evaluate(state.Ask(evidence, shelf));

    public static Fit Fit(string slot, ModuleSheet? module = null, string? shelf = null) => new(Place.Slot(slot), Unit(module, shelf));

    public static EvidenceRecord Tried(int gib, Outcome outcome, int day = 1, string firmware = "1.0") =>
        new($"t{gib}-{outcome}-{day}", "server", firmware, MemoryGeneration.Ddr4, ModuleType.Registered, gib * 1024, null, outcome)
        {
            Seen = "seen",
            Date = new DateOnly(2026, 1, day),
            Who = "Bao",
        };

    public static Build Build(params (string Slot, ModuleSheet Module)[] modules)
    {
        var units = ImmutableSortedDictionary.CreateBuilder<Place, Unit>();
        foreach (var (slot, module) in modules)
            units[Place.Slot(slot)] = Unit(module);
        return new Build(units.ToImmutable());
    }
}
