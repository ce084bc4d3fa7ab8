using Irvak.Core.Aims;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Memory;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Verdicts;

/// <summary>One case for every rule: a plan where it applies, with the exact sentence, and a neighbour where it must not.</summary>
public class RuleCaseTests
{
    private static MachineSheet Mixing(EccMixing mixing) =>
        Boards.Server with
        {
            Memory = Boards.Server.Memory with { Types = [ModuleType.Unbuffered, ModuleType.UnbufferedEcc], EccMixing = mixing },
        };

    private static readonly ModuleSheet Ecc = Boards.Module(type: ModuleType.UnbufferedEcc);
    private static readonly ModuleSheet Plain = Boards.Module(type: ModuleType.Unbuffered);
    private static readonly ShelfPart Part = new()
    {
        Id = "part",
        Module = Boards.Module(),
        InStock = 1,
        PriceEur = 100,
    };

    private static JobState Without2(JobState state) =>
        state with
        {
            Found = state.Found.Remove(Place.Socket("CPU 2")),
            FoundEmpty = state.FoundEmpty.Add(Place.Socket("CPU 2")),
        };

    /// <summary>A socket that nobody looked at.</summary>
    private static JobState Unlooked2(JobState state) => state with { Found = state.Found.Remove(Place.Socket("CPU 2")) };

    private static RecordFound Found(string slot, ModuleSheet module) =>
        new RecordFound(new Dictionary<Place, Unit?> { [Place.Slot(slot)] = Boards.Unit(module) }, null, "by hand");

    /// <summary>The machine as its firmware saw it running.</summary>
    private static JobState Seen(JobState state, int rate) =>
        state with
        {
            Readings = state.Readings.SetItem(
                "firmware listing",
                new()
                {
                    Devices =
                    [
                        .. state
                            .Found.Where(f => f.Value.Module is not null)
                            .Select(f => new SeenDevice
                            {
                                Locator = f.Key.Name,
                                SizeMiB = f.Value.Module!.CapacityMiB,
                                Module = f.Value.Module,
                                ConfiguredMTs = rate,
                                Line = 1,
                            }),
                    ],
                }
            ),
        };

    private static JobState Cpu(JobState state, int gib) =>
        state with
        {
            Found = state.Found.SetItem(
                Place.Socket("CPU 1"),
                new()
                {
                    Processor = new()
                    {
                        Name = "small",
                        MemoryRateMTs = 2666,
                        MemoryTotalGiB = gib,
                    },
                    Source = "test",
                }
            ),
        };

    private static MachineSheet Board(Func<MemoryBoard, MemoryBoard> change) =>
        Boards.Server with
        {
            Memory = change(Boards.Server.Memory),
        };

    private static JobState On(MachineSheet sheet, params Edit[] edits) => Boards.Job(sheet, "A1", "C1").With(edits);

    private static JobState Chip(JobState state, Func<ProcessorSheet, ProcessorSheet> change) =>
        state with
        {
            Found = state.Found.SetItem(
                Place.Socket("CPU 1"),
                new() { Processor = change(new() { Name = "Ostrel", MemoryRateMTs = 2666 }), Source = "test" }
            ),
        };

    private static readonly MachineSheet Sockets = Boards.Server with
    {
        Sockets = [new("CPU 1", Family: "S1", WattLimit: 150), new("CPU 2", Family: "S1", WattLimit: 150)],
        Processors =
        [
            new() { Name = "Ostrel" },
            new()
            {
                Name = "Ostrel L",
                Firmware = "1.10",
                Revisions = ["B"],
            },
        ],
        Slots = [new("S4", 16, 16, 4, "CPU 2")],
    };

    private static JobState Swap(
        Func<ProcessorSheet, ProcessorSheet> part,
        string socket = "CPU 1",
        Func<JobState, JobState>? change = null
    )
    {
        var state = Boards.Job(Sockets, "A1", "C1");
        return (change?.Invoke(state) ?? state).With(
            new Fit(
                Place.Socket(socket),
                new Builds.Unit { Processor = part(new() { Name = "Ostrel", MemoryRateMTs = 2666 }), Source = "shelf" }
            )
        );
    }

    private static JobState Screen(bool before, bool after, params OutsidePort[] more) =>
        Swap(
            p => p with { Graphics = after },
            change: s =>
                Chip(
                    s with
                    {
                        Sheet = s.Sheet! with
                        {
                            Ports = [new OutsidePort(2, "screen", ScreenSource.Processor), new OutsidePort(4, "USB"), .. more],
                        },
                    },
                    p => p with { Graphics = before }
                )
        );

    private static JobState Known(JobState state, string? firmware, string? revision = null) =>
        state with
        {
            System = state.System with { Firmware = firmware, BoardRevision = revision },
        };

    private static readonly MachineSheet EccBoard = Board(m => m with { Types = [ModuleType.UnbufferedEcc], EccWorks = true });

    private static readonly MachineSheet NoEcc = Board(m => m with { Types = [ModuleType.UnbufferedEcc], EccWorks = false });

    private static readonly MachineSheet LowVolt = Board(m => m with { Generation = MemoryGeneration.Ddr3, SupplyMilliVolt = 1350 });

    private static readonly MachineSheet AnyVolt = Board(m => m with { Generation = MemoryGeneration.Ddr3 });

    private static ModuleSheet Ddr3(int milliVolt) =>
        Boards.Module(8, generation: MemoryGeneration.Ddr3, rate: 1600) with
        {
            MilliVolt = milliVolt,
        };

    private static JobState Bits(JobState state, int bits) => state with { System = state.System with { OsBits = bits } };

    private static readonly JobState Two = Boards.Job(Boards.Server, "A1", "C1");
    private static readonly JobState Four = Boards.Job(Boards.Server, "A1", "B1", "C1", "D1");

    internal static IReadOnlyList<RuleCase> Every() => Cases;

    private static readonly RuleCase[] Cases =
    [
        new(
            "MEM-GEN",
            Severity.Stop,
            "[[slot:B1]] is DDR3; the board takes DDR4.",
            Two.With(Boards.Fit("B1", Boards.Module(generation: MemoryGeneration.Ddr3, rate: 1866))),
            Two.With(Boards.Fit("B1"))
        ),
        new(
            "MEM-FORM",
            Severity.Stop,
            "[[slot:B1]] holds a SO-DIMM; the slot is for a DIMM.",
            Two.With(Boards.Fit("B1", Boards.Module(form: ModuleForm.SoDimm))),
            Two.With(Boards.Fit("B1"))
        ),
        new(
            "MEM-TYPE",
            Severity.Stop,
            "[[slot:B1]] is unbuffered; the board takes registered and load-reduced.",
            Two.With(Boards.Fit("B1", Plain)),
            Two.With(Boards.Fit("B1"))
        ),
        new(
            "MEM-KIND",
            Severity.Stop,
            "[[slot:B1]] is load-reduced, the rest is registered. The machine does not start with both.",
            Two.With(Boards.Fit("B1", Boards.Module(type: ModuleType.LoadReduced))),
            Two.With(Boards.Fit("B1"))
        ),
        new(
            "MEM-KIND-RAN",
            Severity.Care,
            "[[slot:C1]] is unbuffered by the firmware, the rest is registered, and yet the machine ran so: read the labels.",
            Seen(
                Boards.Job(Boards.Server, Boards.Module(), "A1", "B1").With(Found("C1", Boards.Module(type: ModuleType.Unbuffered))),
                2400
            ),
            Seen(Boards.Job(Boards.Server, Boards.Module(), "A1", "B1").With(Found("C1", Boards.Module())), 2400)
        ),
        new(
            "MEM-ECC",
            Severity.Care,
            "With [[slot:B1]] the error correction of the machine is off.",
            Boards.Job(Mixing(EccMixing.EccOff), Ecc, "A1").With(Boards.Fit("B1", Plain)),
            Boards.Job(Mixing(EccMixing.EccOff), Ecc, "A1").With(Boards.Fit("B1", Ecc))
        ),
        new(
            "MEM-ECC-START",
            Severity.Stop,
            "With [[slot:B1]] the machine does not start: this board refuses modules with and without ECC together.",
            Boards.Job(Mixing(EccMixing.NoStart), Ecc, "A1").With(Boards.Fit("B1", Plain)),
            Boards.Job(Mixing(EccMixing.NoStart), Plain, "A1").With(Boards.Fit("B1", Plain))
        ),
        new(
            "MEM-DARK",
            Severity.Stop,
            "[[slot:C1]] stays dark until [[socket:CPU 2]] is filled.",
            Without2(Boards.Job(Boards.Server, "A1")).With(Boards.Fit("C1")),
            Boards.Job(Boards.Server, "A1").With(Boards.Fit("C1"))
        ),
        new(
            "MEM-FILL-ASK",
            Severity.Care,
            "Which slot of channel A comes first is not known: only [[slot:A2]] would be filled, not [[slot:A1]].",
            Boards.Job(Boards.Server with { Draft = true }, "B1", "C1").With(Boards.Fit("A2")),
            Boards.Job(Boards.Server with { Draft = true }, "B1", "C1").With(Boards.Fit("A1"))
        ),
        new(
            "MEM-DARK-ASK",
            Severity.Care,
            "Whether [[slot:C1]] works is not known: nobody looked whether [[socket:CPU 2]] is filled.",
            Unlooked2(Boards.Job(Boards.Server, "A1")).With(Boards.Fit("C1")),
            Boards.Job(Boards.Server, "A1").With(Boards.Fit("C1"))
        ),
        new(
            "MEM-UNKNOWN",
            Severity.Care,
            "Whether the module for [[slot:B1]] works here is not known: its type is not told.",
            Boards.Job(Boards.Server, "A1").With(Boards.Fit("B1", Boards.Module() with { Type = null })),
            Boards.Job(Boards.Server, "A1").With(Boards.Fit("B1"))
        ),
        new(
            "MEM-LABEL",
            Severity.Care,
            "[[slot:B1]] can't be what it says: 16 GB registered DDR4-2666, "
                + "3Rx8 would need chips of 5.333 Gbit, which do not exist in DDR4.",
            Two.With(Boards.Fit("B1", Boards.Module() with { Ranks = 3, DeviceWidth = 8 })),
            Two.With(Boards.Fit("B1"))
        ),
        new(
            "MEM-SLOT",
            Severity.Care,
            "64 GiB a module in [[slot:B1]]: the sheet ends at 32 GiB a slot, 1 of 1 worked.",
            Two.With(Boards.Fit("B1", Boards.Module(64))),
            Two.With(Boards.Fit("B1", Boards.Module(32))),
            new EvidenceBook([Boards.Tried(64, Outcome.Works)])
        ),
        new(
            "MEM-TOTAL",
            Severity.Care,
            "288 GiB is more than the sheet's 256 GiB, nobody has logged it.",
            Boards
                .Job(Boards.Server, Boards.Module(32), "A1", "A2", "B1", "B2", "C1", "C2", "D1")
                .With(Boards.Fit("D2", Boards.Module(64))),
            Boards.Job(Boards.Server, Boards.Module(32), "A1", "A2", "B1", "B2", "C1", "C2", "D1").With(Boards.Fit("D2", Boards.Module(32)))
        ),
        new(
            "MEM-CPU-TOTAL",
            Severity.Stop,
            "[[socket:CPU 1]] addresses 16 GiB; 32 GiB hang on it.",
            Cpu(Two, 16).With(Boards.Fit("B1")),
            Cpu(Two, 32).With(Boards.Fit("B1"))
        ),
        new(
            "MEM-CPU-TOTAL-ASK",
            Severity.Note,
            "How much memory Ostrel in [[socket:CPU 1]] addresses is not known: 32 GiB are to hang on it.",
            Two.With(Boards.Fit("B1")),
            Cpu(Two, 32).With(Boards.Fit("B1"))
        ),
        new(
            "MEM-WARRANTY",
            Severity.Note,
            "One module is off the maker's list: support may ask to see the fault without it.",
            Two.With(Boards.Fit("B1", Boards.Module(64))),
            Two.With(Boards.Fit("B1", Boards.Module(32)))
        ),
        new(
            "CPU-SOCKET",
            Severity.Stop,
            "Ostrel is made for socket S2; [[socket:CPU 1]] is S1.",
            Swap(p => p with { Socket = "S2" }),
            Swap(p => p with { Socket = "S1" })
        ),
        new(
            "CPU-SOLDERED",
            Severity.Stop,
            "[[socket:CPU 1]] is soldered: its processor can't be changed.",
            Boards
                .Job(Sockets with { Sockets = [new("CPU 1", true), new("CPU 2")] }, "A1")
                .With(
                    new Fit(
                        Place.Socket("CPU 1"),
                        new Builds.Unit
                        {
                            Processor = new() { Name = "Ostrel" },
                            Source = "shelf",
                        }
                    )
                ),
            Swap(p => p)
        ),
        new("CPU-LIST", Severity.Care, "Strange is not on the board's list.", Swap(p => p with { Name = "Strange" }), Swap(p => p)),
        new(
            "CPU-REVISION",
            Severity.Stop,
            "Ostrel L runs on board revision B only; this one is A.",
            Swap(p => p with { Name = "Ostrel L" }, change: s => Known(s, "1.10", "A")),
            Swap(p => p with { Name = "Ostrel L" }, change: s => Known(s, "1.10", "B"))
        ),
        new(
            "CPU-FIRMWARE",
            Severity.Stop,
            "Ostrel L needs firmware 1.10; 1.9 is installed. Update it with the old processor still in.",
            Swap(p => p with { Name = "Ostrel L" }, change: s => Known(s, "1.9")),
            Swap(p => p with { Name = "Ostrel L" }, change: s => Known(s, "1.10"))
        ),
        new(
            "CPU-FIRMWARE-ASK",
            Severity.Care,
            "Ostrel L needs firmware 1.10; which one is installed is not known.",
            Swap(p => p with { Name = "Ostrel L" }, change: s => Known(s, null)),
            Swap(p => p with { Name = "Ostrel L" }, change: s => Known(s, "2.0"))
        ),
        new(
            "CPU-HEAT",
            Severity.Care,
            "Ostrel gives off 151 W; board and cooler at [[socket:CPU 1]] carry 150 W.",
            Swap(p => p with { Watt = 151 }),
            Swap(p => p with { Watt = 150 })
        ),
        // Sockets has a limit of 150 W for its sockets; a listed part is answered for by the list.
        new(
            "CPU-UNKNOWN",
            Severity.Care,
            "Whether Ostrel Q works in [[socket:CPU 1]] is not known: its heat (board and cooler carry 150 W) is not told.",
            Swap(p => p with { Name = "Ostrel Q", Socket = "S1" }),
            Swap(p => p with { Name = "Ostrel Q", Socket = "S1", Watt = 150 })
        ),
        new(
            "CPU-COUNT",
            Severity.Stop,
            "Ostrel works in at most 1 socket together; 2 are filled.",
            Swap(p => p with { MostSockets = 1 }),
            Swap(p => p with { MostSockets = 2 })
        ),
        new(
            "CPU-PAIR",
            Severity.Stop,
            "[[socket:CPU 1]] and [[socket:CPU 2]] hold different processors: Ostrel L and Ostrel.",
            Swap(p => p with { Name = "Ostrel L" }),
            Swap(p => p)
        ),
        new(
            "CPU-SCREEN",
            Severity.Care,
            "With Ostrel the 2 “screen” outlets stay dark, and nothing else in the plan gives a picture.",
            Screen(true, false),
            Screen(true, false, new OutsidePort(1, "service", ScreenSource.Board))
        ),
        new(
            "CPU-OUTLETS",
            Severity.Note,
            "With Ostrel the 2 “screen” outlets stay dark; the screen goes on the “service” outlet, which the board drives.",
            Screen(true, false, new OutsidePort(1, "service", ScreenSource.Board)),
            Screen(true, true, new OutsidePort(1, "service", ScreenSource.Board))
        ),
        new(
            "CPU-GRAPHICS",
            Severity.Note,
            "Ostrel has graphics: the 2 “screen” outlets work, and the picture takes a share of memory.",
            Screen(false, true),
            Screen(true, true)
        ),
        new(
            "CPU-LANES",
            Severity.Care,
            "[[socket:CPU 1]]: 64 lanes of generation 4 become 40 lanes of generation 3.",
            Swap(p => p with { Lanes = 40, Gen = 3 }, change: s => Chip(s, p => p with { Lanes = 64, Gen = 4 })),
            Swap(p => p with { Lanes = 64, Gen = 4 }, change: s => Chip(s, p => p with { Lanes = 40, Gen = 3 }))
        ),
        new(
            "CPU-WAKES",
            Severity.Note,
            "[[socket:CPU 2]] wakes 4 memory slots and S4.",
            Swap(p => p, "CPU 2", Without2),
            Swap(p => p, "CPU 2")
        ),
        new(
            "MEM-CPU-TYPE",
            Severity.Stop,
            "[[slot:A1]] is registered; [[socket:CPU 1]] drives unbuffered only.",
            Chip(Two, p => p with { MemoryTypes = [ModuleType.Unbuffered] }),
            Chip(Two, p => p with { MemoryTypes = [ModuleType.Registered] })
        ),
        new(
            "MEM-REVISION",
            Severity.Stop,
            "[[slot:A2]] is not fitted on board revision A.",
            On(Boards.Server with { Revisions = [new("A", "half the slots", ["A2"])] }, Boards.Fit("A2")) with
            {
                System = new() { BoardRevision = "A" },
            },
            On(Boards.Server with { Revisions = [new("A", "half the slots", ["A2"])] }, Boards.Fit("A2")) with
            {
                System = new() { BoardRevision = "B" },
            }
        ),
        new(
            "MEM-VOLT",
            Severity.Stop,
            "[[slot:A1]] needs 1.5 V; the board supplies 1.35 V only.",
            Boards.Job(LowVolt, Ddr3(1500), "A1"),
            Boards.Job(LowVolt, Ddr3(1350), "A1")
        ),
        new(
            "MEM-VOLT-MIX",
            Severity.Note,
            "[[slot:B1]] could run at 1.35 V, the others need 1.5 V: all run at 1.5 V.",
            Boards.Job(AnyVolt, Ddr3(1500), "A1").With(Boards.Fit("B1", Ddr3(1350))),
            Boards.Job(AnyVolt, Ddr3(1350), "A1").With(Boards.Fit("B1", Ddr3(1350)))
        ),
        new(
            "MEM-RANKS",
            Severity.Stop,
            "Channel A would hold 4 ranks; the sheet ends at 3.",
            On(Board(m => m with { RanksPerChannel = 3 }), Boards.Fit("A2")),
            On(Board(m => m with { RanksPerChannel = 4 }), Boards.Fit("A2"))
        ),
        new(
            "MEM-RANKS-TYPICAL",
            Severity.Care,
            "Channel A would hold 10 ranks; boards of this class take 8, this sheet does not say.",
            Two.With(Boards.Fit("A2", Boards.Module() with { Ranks = 8, DeviceWidth = null })),
            Two.With(Boards.Fit("A2"))
        ),
        new(
            "MEM-WIDTH",
            Severity.Note,
            "Channel A mixes ×4 and ×8 chips: correction of a whole failed chip falls back to the level of ×8.",
            Two.With(Boards.Fit("A2", Boards.Module(32))),
            Two.With(Boards.Fit("B1", Boards.Module(32)))
        ),
        new(
            "MEM-WIDTH-NO",
            Severity.Stop,
            "Channel A mixes ×4 and ×8 chips; this board does not start with both.",
            On(Board(m => m with { WidthsMix = false }), Boards.Fit("A2", Boards.Module(32))),
            On(Board(m => m with { WidthsMix = true }), Boards.Fit("A2", Boards.Module(32)))
        ),
        new(
            "MEM-3DS",
            Severity.Care,
            "[[slot:B1]] is stacked (3DS), the rest is planar; most boards refuse both together.",
            Two.With(Boards.Fit("B1", Boards.Module(32) with { Stack = 2, Ranks = 4 })),
            Boards.Job(Boards.Server, Boards.Module(32) with { Stack = 2, Ranks = 4 }, "A1", "B1")
        ),
        new(
            "MEM-DIE-MIX",
            Severity.Care,
            "Channel A mixes chips of 16 Gbit and 24 Gbit; many boards refuse that in one channel.",
            Boards
                .Job(
                    Board(m => m with { Generation = MemoryGeneration.Ddr5 }),
                    Boards.Module(32, generation: MemoryGeneration.Ddr5, rate: 4800) with
                    {
                        DeviceWidth = 8,
                    },
                    "A1"
                )
                .With(Boards.Fit("A2", Boards.Module(48, generation: MemoryGeneration.Ddr5, rate: 4800) with { DeviceWidth = 8 })),
            Boards
                .Job(
                    Board(m => m with { Generation = MemoryGeneration.Ddr5 }),
                    Boards.Module(32, generation: MemoryGeneration.Ddr5, rate: 4800) with
                    {
                        DeviceWidth = 8,
                    },
                    "A1"
                )
                .With(Boards.Fit("A2", Boards.Module(32, generation: MemoryGeneration.Ddr5, rate: 4800) with { DeviceWidth = 8 }))
        ),
        new(
            "MEM-DIE",
            Severity.Stop,
            "[[slot:B1]] has chips of 16 Gbit; [[socket:CPU 1]] ends at 8: it is seen in half, or the machine does not start.",
            Chip(Two, p => p with { DieLimitGbit = 8 }).With(Boards.Fit("B1", Boards.Module(32) with { DeviceWidth = 8 })),
            Chip(Two, p => p with { DieLimitGbit = 8 }).With(Boards.Fit("B1", Boards.Module(16)))
        ),
        new(
            "MEM-ECC-UNUSED",
            Severity.Note,
            "The modules carry ECC, the board does not use it: errors are not corrected.",
            Boards.Job(NoEcc, Ecc, "A1"),
            Boards.Job(EccBoard, Ecc, "A1")
        ),
        new(
            "MEM-MODE",
            Severity.Care,
            "Mirrored does not come about: channels A and B differ and channels C and D differ. Firmware falls back to independent.",
            On(Board(m => m with { Modes = [MemoryMode.Mirrored] }), new SetMemoryMode(MemoryMode.Mirrored)),
            On(
                Board(m => m with { Modes = [MemoryMode.Mirrored] }),
                new SetMemoryMode(MemoryMode.Mirrored),
                Boards.Fit("B1"),
                Boards.Fit("D1")
            )
        ),
        new(
            "MEM-MODE-NONE",
            Severity.Stop,
            "This board has no lockstep mode.",
            On(Board(m => m with { Modes = [MemoryMode.Mirrored] }), new SetMemoryMode(MemoryMode.Lockstep)),
            On(Board(m => m with { Modes = null }), new SetMemoryMode(MemoryMode.Lockstep))
        ),
        new(
            "MEM-TABLE",
            Severity.Care,
            "The board's own order fills [[slot:B1]] before [[slot:C1]].",
            On(Board(m => m with { FillOrder = ["A1", "B1", "C1", "D1", "A2", "B2", "C2", "D2"] })),
            On(Board(m => m with { FillOrder = ["A1", "C1", "B1", "D1", "A2", "B2", "C2", "D2"] }))
        ),
        new(
            "MEM-FIRST",
            Severity.Note,
            "[[slot:A2]] holds the module with more ranks; in [[slot:A1]] it would stand first in channel A.",
            Two.With(Boards.Fit("A2", Boards.Module() with { Ranks = 4, DeviceWidth = null })),
            Two.With(Boards.Fit("A2"))
        ),
        new(
            "MEM-OWN",
            Severity.Care,
            "[[socket:CPU 2]] has no memory of its own: all of it is fetched from the other processor.",
            Boards.Job(Boards.Server, "A1", "B1"),
            Two
        ),
        new(
            "MEM-OS-LIMIT",
            Severity.Care,
            "The installed system uses at most 24 GiB of the planned 32 GiB.",
            Two with
            {
                System = new() { OsBits = 64, OsLimitGiB = 24 },
            },
            Two with
            {
                System = new() { OsBits = 64, OsLimitGiB = 32 },
            }
        ),
        new(
            "MEM-FILL",
            Severity.Care,
            "[[slot:B2]] is filled before [[slot:B1]], the first slot of channel B.",
            Two.With(Boards.Fit("B2")),
            Two.With(Boards.Fit("B1"))
        ),
        new(
            "MEM-RATE",
            Severity.Care,
            "Memory slows from 2666 to 2400 MT/s: the board (2 in a channel) sets the pace.",
            Four.With(Boards.Fit("A2")),
            Two.With(Boards.Fit("B1"))
        ),
        new(
            "MEM-CLOCK",
            Severity.Note,
            "The new modules clock down from 2933 to 2666 MT/s.",
            Two.With(Boards.Fit("B1", Boards.Module(rate: 2933))),
            Two.With(Boards.Fit("B1"))
        ),
        new(
            "MEM-RATE-BAND",
            Severity.Care,
            "The rate is not known: 1866 to 2666 MT/s. The sheet has no table for 2 modules in a channel.",
            Boards
                .Job(Boards.Server with { Memory = Boards.Server.Memory with { Rates = [new(null, null, 1, 2666)] } }, "A1", "C1")
                .With(Boards.Fit("A2")),
            Two.With(Boards.Fit("A2"))
        ),
        new(
            "MEM-CHANNEL",
            Severity.Care,
            "[[socket:CPU 1]] leaves 1 of 2 channels empty: at most 50 % of its bandwidth.",
            Boards.Job(Boards.Server, "A1", "C1", "D1").With(Boards.Fit("A2")),
            Four.With(Boards.Fit("A2"))
        ),
        new(
            "MEM-UNEVEN",
            Severity.Note,
            "33 % of the memory on [[socket:CPU 1]] runs on fewer channels than it could.",
            Four.With(Boards.Fit("A2")),
            Four.With(Boards.Fit("A2"), Boards.Fit("B2"))
        ),
        new(
            "MEM-OS32",
            Severity.Care,
            "The installed 32-bit system sees 48 GiB and uses at most 4 GiB.",
            Bits(Two, 32).With(Boards.Fit("B1")),
            Bits(Two, 64).With(Boards.Fit("B1"))
        ),
        new(
            "MEM-CODE",
            Severity.Note,
            "Modules of Halmund and Maristone run together; faults are harder to place.",
            Two.With(Boards.Fit("B1", Boards.Module() with { Maker = "Halmund" })),
            Two.With(Boards.Fit("B1"))
        ),
        new(
            "MEM-MIX",
            Severity.Note,
            "16 GB 2Rx8 and 32 GB 2Rx4 stand side by side; each channel works at what its modules share.",
            Two.With(Boards.Fit("B1", Boards.Module(32))),
            Two.With(Boards.Fit("B1"))
        ),
        new(
            "AIM-MEMORY",
            Severity.Care,
            "48 GiB of memory, 16 GiB short of the wish for 64 GiB.",
            Two.With(new SetWish(WishKind.MemoryGiB, 64), Boards.Fit("B1")),
            Two.With(new SetWish(WishKind.MemoryGiB, 48), Boards.Fit("B1"))
        ),
        new(
            "AIM-MONEY",
            Severity.Care,
            "The parts cost € 200, € 50 over the limit of € 150.",
            Two.With(new SetWish(WishKind.MoneyLimitEur, 150), Boards.Fit("B1", shelf: "part"), Boards.Fit("D1", shelf: "part")),
            Two.With(new SetWish(WishKind.MoneyLimitEur, 150), Boards.Fit("B1", shelf: "part")),
            null,
            Part
        ),
        .. Arrays.ArrayRuleCases.All,
        .. Controllers.ControllerRuleCases.All,
        .. Controllers.BoardRaidCases.All,
        .. Lists.ListRuleCases.All,
        .. Drives.StorageRuleCases.All,
        .. Drives.DriveRuleCases.All,
        .. Lanes.LaneRuleCases.All,
        .. Paths.PathRuleCases.All,
        .. Power.PowerRuleCases.All,
        .. Distances.AimRuleCases.All,
        new(
            "SHELF-SHORT",
            Severity.Note,
            "1 × 16 GB registered DDR4-2666, 2Rx8 to order: the shelf holds 1.",
            Two.With(Boards.Fit("B1", shelf: "part"), Boards.Fit("D1", shelf: "part")),
            Two.With(Boards.Fit("B1", shelf: "part")),
            null,
            Part
        ),
    ];

    public static TheoryData<string> Codes => [.. Cases.Select(c => c.Code)];

    [Theory]
    [MemberData(nameof(Codes))]
    public void The_rule_applies_where_it_should_and_says_so(string code)
    {
        var c = Cases.Single(x => x.Code == code);
        var finding = Assert.Single(c.Bad.Evaluate(c.Evidence, c.Shelf).Findings, f => f.Rule.Code == code);
        Assert.Equal(c.Sentence, finding.Sentence);
        Assert.Equal(c.Severity, finding.Severity);
    }

    [Theory]
    [MemberData(nameof(Codes))]
    public void The_rule_is_silent_beside_it(string code)
    {
        var c = Cases.Single(x => x.Code == code);
        Assert.DoesNotContain(c.Good.Evaluate(c.Evidence, c.Shelf).Findings, f => f.Rule.Code == code);
    }

    [Fact]
    public void Every_rule_of_the_register_has_a_case() =>
        Assert.Equal(RuleRegister.All.Select(r => r.Code).Order(), Cases.Select(c => c.Code).Order());
}
