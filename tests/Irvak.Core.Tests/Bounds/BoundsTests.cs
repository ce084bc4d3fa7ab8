using System.Text.Json;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Contracts;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Quick;
using Irvak.Core.Sheets;
using Irvak.Core.Shelf;
using Irvak.Core.Survey;
using Irvak.Tests;

namespace Irvak.Core.Tests.Bounds;

/// <summary>
/// The last value that is taken and the first that is not, of every number, text and list that can come in, as somebody last looked at
/// them in tests/Shared/bounds.txt. Definition, no source; the bounds of the trade have checks of their own.
/// </summary>
public class BoundsTests
{
    [Fact]
    public void Every_bound_lies_where_it_was_last_looked_at()
    {
        var seen = new HashSet<string>();
        List<string> lines = [.. Questions().Concat(Sheets()).Concat(Parts()).Concat(Edits()).SelectMany(p => p.Lines(seen))];
        LookedAt.Same("bounds.txt", lines);
    }

    private static IEnumerable<Probe> Questions() =>
        [
            Probe.Of("path", new PathQuestion(10, 4), q => q.Problem),
            Probe.Of("lane", new LaneQuestion(3, 8, 256, 8, 250, 10, 25), q => q.Problem, QuickLane.Of),
            Probe.Of("cache", new CacheQuestion(1L << 38, 1L << 36, RatedTB: 600, WrittenGBPerDay: 200), q => q.Problem, CacheWorth.Of),
            Probe.Of(
                "boot",
                new BootQuestion(240_000_000_000, RatedTB: 80, WritesPerDay: 0.3) { TakenTB = 5 },
                q => q.Problem,
                BootLife.Of
            ),
            Probe.Of(
                "array",
                new QuickArrayQuestion(8, 4000, DriveMedia.Disk, null, ArrayLevel.Parity2, ArrayHost.Kernel, 1, ArrayUse.Files)
                {
                    Spare = true,
                    Figures = new(0.02, 0.01, 14, 16, 48, 0.5, 30, 0.95),
                },
                q => q.Problem,
                q => q.Answer()
            ),
            Probe.Of(
                "backup",
                new BackupQuestion(8000, BackupMedium.Disk, 400, 10, 8000, 180) { TapeDrive = 8 },
                q => q.Problem,
                BackupHours.Of
            ),
            Probe.Of("os", new OsRequest(64, 64, false, 128, 256, true), q => q.Problem, q => OsShare.Of(q.Asked())),
            Probe.Of("clock", new ClockRequest("16GB 2Rx4 PC4-2400T-R", 2, 2666, 2400), q => q.Problem),
            Probe.Of("fill", new FillRequest("box", 2, 8), q => q.Problem),
            Probe.Of("board", new QuickBoardRequest("box", 2, "fast", "16GB", 64, MemoryMode.Independent), q => q.Problem),
            Probe.Of("simulation", new SimulationQuestion(Spares: 2, BadBatch: 0.1), q => q.Problem),
            Probe.Of(
                "draft",
                new FiveAnswers("Box", MemoryGeneration.Ddr4, ModuleForm.Dimm, "2 2 1 1", [ModuleType.Registered], 2666, 256),
                q => Contract.Problem(q) ?? SheetDraft.From(q).Problem,
                q => SheetDraft.From(q).Sheet
            ),
        ];

    private static IEnumerable<Probe> Sheets() =>
        Directory
            .GetFiles(Repository.At("demo", "sheets"), "*.json")
            .Order()
            .Select(f => JsonSerializer.Deserialize<MachineSheet>(File.ReadAllText(f), JsonSerializerOptions.Web)!)
            .Select(s => Probe.Of("sheet", s, sheet => SheetCheck.Check(sheet) is [var first, ..] ? first : null));

    private static IEnumerable<Probe> Parts() =>
        SampleJobs.Shelf.Values.Select(p => Probe.Of("part", p, part => PartCheck.Check(part) is [var first, ..] ? first : null));

    private static IEnumerable<Probe> Edits()
    {
        var job = SampleJobs.All(1).Single(j => j.Name.StartsWith("brannick-torr-32", StringComparison.Ordinal)).Job;
        var slot = job.Sheet!.Slots[0].Id;
        Place[] bays = [.. job.Sheet.Bays.SelectMany(b => b.Names).Select(Place.Bay)];
        var module = SampleJobs.Shelf.Values.First(p => p.Module is not null);
        Edit[] edits =
        [
            new PlanCache(new("K", [bays[0]], [new("A", 100)], false, 50)),
            new PlanBoot(new BootPlan([bays[0]])),
            new SetFigures(new(0.02, 0.01, 14, 16, 48, 0.5, 30, 0.95)),
            new StaggerStart(4, 2),
            new PlanPad(Place.M2(job.Sheet.M2[0].Id), 1.5),
            new HoldRate(slot, 3),
            new SetSplit(slot, [4, 4]),
            new SetWish(WishKind.MemoryGiB, 64),
            new SetWish(WishKind.UsableTB, 10),
            new SetWish(WishKind.Failures, 1),
            new SetWish(WishKind.ReadMBs, 1000),
            new SetWish(WishKind.MoneyLimitEur, 1000),
            new SetNote("machine", "a note"),
            new AnswerCheck(SurveyChecks.Questions.Keys.First(), true, "a note"),
            new AnswerLine("post.memory", SeenVerdict.Other, "64"),
            new HandOver("the lead"),
            new SetTick("step", true, "done"),
            new Fit(
                Place.Slot(job.Sheet.Channels[0].Slots[0]),
                new()
                {
                    Source = "shelf",
                    Module = module.Module,
                    Serial = "S1",
                }
            ),
            new MakeArray(new("B", ArrayLevel.Mirror, [bays[0], bays[1]], StripKiB: 64, Spares: [bays[2]]) { WrittenGBPerDay = 10 }),
        ];
        return edits.Select(e => new Probe(
            $"edit {e.GetType().Name}{(e is SetWish w ? $" {w.Wish}" : "")}",
            JsonSerializer.SerializeToNode(e, e.GetType(), JsonSerializerOptions.Web)!,
            n =>
                (Edit)n.Deserialize(e.GetType(), JsonSerializerOptions.Web)! is var edit && Contract.Problem(edit, "/edit") is { } problem
                    ? problem
                    : EditFold.Refusal(job, edit)
        ));
    }
}
