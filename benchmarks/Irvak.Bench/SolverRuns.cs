using System.Collections.Immutable;
using System.Diagnostics;
using Irvak.Core;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Solvers;

namespace Irvak.Bench;

/// <summary>Time of the placement solver on boards of 8 to 48 slots with up to eight kinds of modules, and whether its answer is
/// proven.</summary>
public static class SolverRuns
{
    public static int Run()
    {
        foreach (
            var (sockets, channels, perChannel, modules, kinds) in new[]
            {
                (1, 4, 2, 8, 3),
                (2, 4, 3, 24, 1),
                (2, 4, 3, 20, 4),
                (2, 4, 3, 24, 8),
                (2, 8, 3, 48, 1),
                (2, 8, 3, 40, 4),
                (2, 8, 3, 48, 8),
                (2, 12, 2, 48, 8),
            }
        )
        {
            var (q, hand) = Case(sockets, channels, perChannel, modules, kinds);
            Placement placed = null!;
            var times = new List<double>();
            for (var i = 0; i < 12; i++)
            {
                var from = Stopwatch.GetTimestamp();
                placed = PlacementSolver.Solve(q.Memory, hand)!;
                if (i > 1)
                    times.Add(Stopwatch.GetElapsedTime(from).TotalSeconds);
            }
            times.Sort();
            Console.WriteLine(
                $"placement, {sockets * channels * perChannel, 2} slots, {modules, 2} "
                    + $"modules of {kinds} kinds: median {times[times.Count / 2], 6:0.000} "
                    + $"s, worst {times[^1], 6:0.000} s   {(placed.IsBest ? "proven" : placed.Proof)}, {placed.Score.Moves} moves"
            );
        }
        foreach (var (sockets, channels, perChannel) in new[] { (1, 4, 2), (2, 8, 2), (2, 8, 3) })
        {
            var (q, hand) = Case(sockets, channels, perChannel, sockets * channels, 2);
            var offers = Case(sockets, channels, perChannel, 8, 8)
                .Hand.Select(
                    (h, i) =>
                        new ShelfPart
                        {
                            Id = $"p{i}",
                            Module = h.Module,
                            InStock = 16,
                            PriceEur = 20 + (i * 17 % 90),
                        }
                )
                .ToList();
            var fitted = q.Memory with { Shelf = ShelfBook.Of(offers) };
            var times = new List<double>();
            var answers = 0;
            for (var i = 0; i < 5; i++)
            {
                var from = Stopwatch.GetTimestamp();
                answers = BuyingSolver.Solve(fitted, (long)sockets * channels * perChannel * 16 * 1024, 2666).Answers.Count;
                if (i > 0)
                    times.Add(Stopwatch.GetElapsedTime(from).TotalSeconds);
            }
            times.Sort();
            Console.WriteLine(
                $"buying,    {sockets * channels * perChannel, 2} slots, 8 kinds on the shelf: median "
                    + $"{times[times.Count / 2], 6:0.000} s, worst {times[^1], 6:0.000} s   {answers} answers"
            );
        }
        Lanes();
        Simulations();
        return 0;
    }

    /// <summary>Sixteen slots, thirteen cards and twenty-four modules that all lie wrongly.</summary>
    private static void Lanes()
    {
        var carrier = new CardSheet
        {
            Name = "carrier",
            Role = CardRole.Carrier,
            Mech = 16,
            Elec = 16,
            Gen = 4,
            Endpoints = [4, 4, 4, 4],
        };
        var network = new CardSheet
        {
            Name = "network",
            Role = CardRole.Network,
            Mech = 8,
            Elec = 8,
            Gen = 4,
            Network = new(2, [10, 25]),
        };
        var drive = new DriveSheet
        {
            Media = DriveMedia.Flash,
            Protocol = DriveProtocol.Nvme,
            Form = "m.2",
            Bytes = 2_000_398_934_016,
            Lanes = 4,
            Gen = 4,
            ReadMBs = 6000,
            Key = "M",
            LengthMm = 80,
        };
        var sheet = new MachineSheet
        {
            Id = "wide",
            Name = "Wide",
            Roots = [new("CPU 1", 96, 4), new("CPU 2", 96, 4), new("chipset", 16, 3, "CPU 1", 4, 3)],
            Slots =
            [
                .. Enumerable
                    .Range(1, 16)
                    .Select(n => new ExpansionSlot(
                        $"S{n}",
                        n % 3 == 0 ? 8 : 16,
                        n % 4 == 1 ? 16
                            : n % 8 == 6 ? 4
                            : 8,
                        n % 5 == 0 ? 3 : 4,
                        n > 14 ? "chipset"
                            : n % 2 == 0 ? "CPU 2"
                            : "CPU 1",
                        Splits: n % 4 == 1
                            ?
                            [
                                [8, 8],
                                [4, 4, 4, 4],
                            ]
                            : null,
                        OpenEnd: true
                    )
                    {
                        Watt = 75,
                    }),
            ],
            M2 =
            [
                .. Enumerable
                    .Range(1, 4)
                    .Select(n => new M2Place($"M{n}", [80], "×4", n > 2 ? "chipset" : "CPU 1", "M", ["NVMe"], 4, n > 2 ? 3 : 4)),
            ],
        };
        var state = EditFold.Apply(JobState.Start, new AdoptSheet(sheet), new Stamp("bench", default));
        void Put(Place place, Unit unit) => state = EditFold.Apply(state, new Fit(place, unit), new Stamp("bench", default));
        foreach (
            var (n, card) in Enumerable
                .Range(2, 13)
                .Select(n =>
                    (
                        n,
                        n % 3 == 0
                            ? n == 6
                                ? carrier with
                                {
                                    Name = "switched",
                                    HasSwitch = true,
                                }
                                : carrier
                            : network
                    )
                )
        )
            Put(Place.Card($"S{n}"), new Unit { Card = card, Source = "bench" });
        foreach (var place in state.Sheet!.M2.Select(m => Place.M2(m.Id)).Take(24).ToList())
            Put(place, new Unit { Drive = drive, Source = "bench" });
        var q = Question.Of(state, EvidenceBook.Empty, ShelfBook.Empty);
        LaneAssignment found = null!;
        var times = new List<double>();
        for (var i = 0; i < 7; i++)
        {
            var from = Stopwatch.GetTimestamp();
            found = LaneSolver.Solve(q.Lanes)!;
            if (i > 1)
                times.Add(Stopwatch.GetElapsedTime(from).TotalSeconds);
        }
        times.Sort();
        Console.WriteLine(
            $"lanes,     {sheet.Slots.Count} slots, {q.Machine.Planned.Units.Count} parts, of them "
                + $"{q.Machine.Planned.Units.Values.Count(u => u.Drive is not null)} modules: median "
                + $"{times[times.Count / 2], 6:0.000} s, worst {times[^1], 6:0.000} s   {(found.IsBest ? "proven" : found.Proof)}, "
                + $"{found.Parts.Count(p => p.To is null)} left out, {found.LostMBs} lost"
        );
        const int Times = 400;
        for (var i = 0; i < Times; i++)
            Evaluation.Evaluate(q);
        var evaluated = Stopwatch.GetTimestamp();
        for (var i = 0; i < Times; i++)
            Evaluation.Evaluate(Question.Of(state, EvidenceBook.Empty, ShelfBook.Empty));
        Console.WriteLine($"evaluation of the same: {Stopwatch.GetElapsedTime(evaluated).TotalMilliseconds / Times:0.00} ms");
    }

    /// <summary>Array-years a second that the loss simulation watches: eight drives with double parity, on one core and on two.</summary>
    private static void Simulations()
    {
        var shape = ArrayShape.Of(ArrayLevel.Parity2, ArrayHost.Kernel, [.. Enumerable.Repeat(8_000_000_000_000, 8)]).Shape!;
        double Rate(int cores)
        {
            var best = 0.0;
            for (var i = 0; i < 5; i++)
            {
                var from = Stopwatch.GetTimestamp();
                var seen = LossSimulation.Run(
                    shape,
                    new LossQuestion(580_000, 48, 0.05),
                    new SimulationQuestion(Runs: 4_000_000, Seed: i),
                    cores,
                    null,
                    CancellationToken.None
                );
                best = Math.Max(best, seen.Runs * ArrayFigures.YearsOfLoss / Stopwatch.GetElapsedTime(from).TotalSeconds);
            }
            return best;
        }
        var (one, two) = (Rate(1), Rate(2));
        Console.WriteLine(
            $"simulation, 8 drives: {one / 1e6, 6:0.0} million array-years a second on one core, {two / one:0.00} times that on two"
        );
    }

    private static (Question Question, List<HandModule> Hand) Case(int sockets, int channels, int perChannel, int modules, int kinds)
    {
        var sheet = new MachineSheet
        {
            Id = "bench",
            Name = "bench",
            Sockets = [.. Enumerable.Range(1, sockets).Select(s => new Socket($"CPU {s}"))],
            Channels =
            [
                .. Enumerable
                    .Range(0, sockets * channels)
                    .Select(c => new Channel(
                        $"{c}",
                        $"CPU {(c / channels) + 1}",
                        [.. Enumerable.Range(1, perChannel).Select(i => $"{c}.{i}")]
                    )),
            ],
            Memory = new MemoryBoard
            {
                Generation = MemoryGeneration.Ddr4,
                Form = ModuleForm.Dimm,
                Types = [ModuleType.Registered],
                RanksPerChannel = 8,
                Rates = [new(null, null, 1, 3200), new(null, null, 2, 2933), new(null, null, 3, 2400)],
            },
        };
        // Sizes, ranks and rates of the trade, mixed; a third of the modules is in the machine already.
        var sheets = Enumerable
            .Range(0, kinds)
            .Select(k => new ModuleSheet
            {
                Generation = MemoryGeneration.Ddr4,
                Form = ModuleForm.Dimm,
                Type = ModuleType.Registered,
                CapacityMiB = (8 << (k % 4)) * 1024,
                Ranks = 1 + (k % 2),
                RateMTs =
                    k % 3 == 0 ? 3200
                    : k % 3 == 1 ? 2933
                    : 2666,
            })
            .ToList();
        var units = ImmutableSortedDictionary.CreateBuilder<Place, Unit>();
        foreach (var socket in sheet.Sockets)
            units[Place.Socket(socket.Id)] = new Unit
            {
                Processor = new ProcessorSheet { Name = "bench", MemoryRateMTs = 3200 },
                Source = "bench",
            };
        var slots = sheet.Channels.SelectMany(c => c.Slots).ToList();
        var hand = new List<HandModule>();
        for (var i = 0; i < modules; i++)
        {
            var unit = new Unit { Module = sheets[i * kinds / modules], Source = "bench" };
            var from = i % 3 == 0 ? slots[i * 7 % slots.Count] : null;
            if (from is not null && units.TryAdd(Place.Slot(from), unit))
                hand.Add(new HandModule(unit, from));
            else
                hand.Add(new HandModule(unit, null));
        }
        var build = new Build(units.ToImmutable());
        return (
            Question.Of(new PlanInput(sheet, build, build, [], Policy.FieldProven, EvidenceBook.Empty, new SystemFacts(), ShelfBook.Empty)),
            hand
        );
    }
}
