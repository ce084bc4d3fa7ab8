using Irvak.Captures;
using Irvak.Core;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Contracts;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Quick;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;
using Irvak.Solvers;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <param name="Text">One label a line.</param>
public sealed record LabelsRequest(string? Text);

/// <summary>One filled slot, in the order of filling.</summary>
public sealed record QuickSlot(int Order, string Slot, string Channel, string Socket, string Module);

/// <param name="Order">The board's fill order, usable slots only.</param>
public sealed record QuickBoardView(
    MachineSheet Sheet,
    IReadOnlyList<LabelSum> Lines,
    IReadOnlyList<QuickSlot> Slots,
    IReadOnlyList<StaysOutView> Out,
    MemoryFigures Figures,
    IReadOnlyList<FindingView> Findings,
    IReadOnlyDictionary<Place, Unit> Planned,
    IReadOnlyList<string> Order
)
{
    public required IReadOnlyList<string> GeneralOrder { get; init; }

    public required string Proof { get; init; }
}

/// <param name="ChannelMBs">Most that one channel carries at that rate.</param>
/// <param name="Against">Why the modules can't work together at all; null when nothing speaks against it.</param>
public sealed record ClockView(IReadOnlyList<LabelSum> Lines, RateResult Rate, Worked Why, Throughput? ChannelMBs, string? Against);

/// <summary>A drive with what it is worth; no grade when it told nothing of its health.</summary>
public sealed record GradedDrive(string Name, string? Serial, UsedGrade? Grade);

/// <param name="Sentence">How the pasted listing was read.</param>
public sealed record GradesView(string Sentence, IReadOnlyList<GradedDrive> Drives);

/// <summary>Sums outside any job. Nothing is stored.</summary>
public static class QuickSums
{
    public static void MapQuickSums(this IEndpointRouteBuilder routes)
    {
        routes
            .MapPost("/api/quick/labels", (LabelsRequest request) =>
                ModuleLines.TooLong(request.Text, "/text") is { } problem
                    ? Problems.Invalid(problem)
                    : TypedResults.Ok(ModuleLines.Read(request.Text).Select(LabelSum.Of).ToList())
            )
            .WithName("quickLabels")
            .Produces<List<LabelSum>>()
            .ProducesProblem(400);

        routes
            .MapPost("/api/quick/os", (OsRequest request) =>
                request.Problem is { } problem ? Problems.Invalid(problem) : TypedResults.Ok(OsShare.Of(request.Asked()))
            )
            .WithName("quickOs")
            .Produces<OsBand>()
            .ProducesProblem(400);

        routes
            .MapPost("/api/quick/clock", (ClockRequest request) =>
                request.Problem is { } problem ? Problems.Invalid(problem) : TypedResults.Ok(Clock(request))
            )
            .WithName("quickClock")
            .Produces<ClockView>()
            .ProducesProblem(400);
        MapDrives(routes);
        MapBoards(routes);
    }

    private static void MapDrives(IEndpointRouteBuilder routes)
    {
        routes
            .MapPost("/api/quick/lane", (LaneQuestion question) =>
                question.Problem is { } problem ? Problems.Invalid(problem) : TypedResults.Ok(QuickLane.Of(question))
            )
            .WithName("quickLane")
            .Produces<LaneAnswer>()
            .ProducesProblem(400);

        routes
            .MapPost("/api/quick/cache", (CacheQuestion question) =>
                question.Problem is { } problem ? Problems.Invalid(problem) : TypedResults.Ok(CacheWorth.Of(question))
            )
            .WithName("quickCache")
            .Produces<CacheWorth>()
            .ProducesProblem(400);

        routes
            .MapPost("/api/quick/boot", (BootQuestion question) =>
                question.Problem is { } problem ? Problems.Invalid(problem) : TypedResults.Ok(BootLife.Of(question))
            )
            .WithName("quickBoot")
            .Produces<BootLife>()
            .ProducesProblem(400);

        routes
            .MapPost("/api/quick/backup", (BackupQuestion question) =>
                question.Problem is { } problem ? Problems.Invalid(problem) : TypedResults.Ok(BackupHours.Of(question))
            )
            .WithName("quickBackup")
            .Produces<BackupAnswer>()
            .ProducesProblem(400);

        routes
            .MapPost("/api/quick/grades", async (HttpRequest request, CancellationToken cancel) =>
                await SurveyEndpoints.Body(request, cancel) is { } bytes
                    ? TypedResults.Ok(Graded(CaptureReader.Read(bytes)))
                    : Problems.TooLarge()
            )
            .WithName("quickGrades")
            .Accepts<string>("text/plain")
            .Produces<GradesView>()
            .ProducesProblem(413);
    }

    private static void MapBoards(IEndpointRouteBuilder routes)
    {
        routes
            .MapPost("/api/quick/array", (QuickArrayQuestion question) =>
                question.Problem is { } problem ? Problems.Invalid(problem) : TypedResults.Ok(question.Answer())
            )
            .WithName("quickArray")
            .Produces<ArrayFigures>()
            .ProducesProblem(400);

        routes
            .MapPost("/api/quick/fill", async (FillRequest request, Library library, CancellationToken cancel) =>
            {
                if (request.Problem is { } problem)
                    return Problems.Invalid(problem);
                if (request.SheetId is null || await library.Sheet(request.SheetId, cancel) is not { } sheet)
                    return Problems.Unknown($"sheet {request.SheetId}");
                if (FillRequest.ProblemOf(sheet) is { } refused)
                    return Problems.Invalid(refused);
                return TypedResults.Ok(QuickFill.Of(QuickBoard.Of(sheet, request.Sockets, null, new SystemFacts()), request.Count));
            })
            .WithName("quickFill")
            .Produces<FillAnswer>()
            .ProducesProblem(400)
            .ProducesProblem(404);

        routes
            .MapPost("/api/quick/board", async (QuickBoardRequest request, Library library, CancellationToken cancel) =>
            {
                if (request.Problem is { } wrong)
                    return Problems.Invalid(wrong);
                if (request.SheetId is null || await library.Sheet(request.SheetId, cancel) is not { } sheet)
                    return Problems.Unknown($"sheet {request.SheetId}");
                if (QuickBoardRequest.ProblemOf(sheet) is { } refused)
                    return Problems.Invalid(refused);
                var (view, problem) = Board(sheet, request, cancel);
                return view is not null ? TypedResults.Ok(view) : Problems.Invalid(new SheetProblem("/modules", problem!));
            })
            .WithName("quickBoard")
            .Produces<QuickBoardView>()
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    private static GradesView Graded(CaptureReading read) =>
        new(
            read.Sentence,
            [
                .. read
                    .Seen.Drives.Select(d => SeenUnits.Of(d, "listing", read.Seen.CountsIn))
                    .Select(u => new GradedDrive(u.Long, u.Serial, u.Grade)),
            ]
        );

    private static ClockView Clock(ClockRequest request)
    {
        var lines = ModuleLines.Read(request.Modules);
        var modules = ModuleLines.Pieces(lines);
        var against = QuickClock.Against(modules);
        var q = QuickBoard.Ask(QuickClock.Of(against is null ? modules : [], request.PerChannel, request.ProcessorMTs, request.BoardMTs));
        var rate = Rate.Of(q.Memory, q.Machine.Planned);
        return new ClockView(
            [.. lines.Select(LabelSum.Of)],
            rate,
            Rate.Sum(rate),
            rate.RateMTs is { } mts ? new TransferRate(mts).OverAModule : null,
            against
        );
    }

    private static (QuickBoardView? View, string? Problem) Board(MachineSheet sheet, QuickBoardRequest request, CancellationToken cancel)
    {
        var lines = ModuleLines.Read(request.Modules);
        var bare = QuickBoard.Of(sheet, request.Sockets, request.Processor, new SystemFacts { OsBits = request.OsBits }) with
        {
            Memory = new(request.Mode),
        };
        var hand = ModuleLines.Pieces(lines).Select(m => new HandModule(new Unit { Module = m, Source = "label" }, null)).ToList();
        var q = QuickBoard.Ask(bare);
        if (PlacementSolver.TooLarge(q.Memory, hand) is { } large)
            return (null, large);
        if (PlacementSolver.Solve(q.Memory, hand, cancel) is not { } placed)
            return (null, "This machine has no memory slot that can be used.");
        var planned = bare with
        {
            Plan = bare.Plan.SetItems(placed.Slots.Select(s => KeyValuePair.Create(Place.Slot(s.Key), new PlannedPlace(s.Value.Unit)))),
        };
        var evaluation = Evaluation.Evaluate(QuickBoard.Ask(planned));
        var order = FillOrder.Usable(FillOrder.Of(sheet), sheet, q.Machine.Found).ToList();
        var slots = placed
            .Slots.OrderBy(s => order.IndexOf(s.Key))
            .Select(
                (s, i) =>
                {
                    var channel = sheet.Channels.First(c => c.Slots.Contains(s.Key));
                    return new QuickSlot(i + 1, s.Key, channel.Id, channel.Socket, s.Value.Module.Long);
                }
            );
        return (
            new QuickBoardView(
                sheet,
                [.. lines.Select(LabelSum.Of)],
                [.. slots],
                [
                    .. placed
                        .Out.GroupBy(o => (o.Module.Module.Long, o.Why))
                        .Select(g => new StaysOutView(g.Key.Long, g.Count(), [], g.Key.Why)),
                ],
                evaluation.Memory.Planned,
                [.. evaluation.Findings.Where(f => f.Rule.Family == Family.Memory).Select(FindingView.Of)],
                planned.Planned.Units,
                order
            )
            {
                GeneralOrder = [.. FillOrder.Usable(FillOrder.General(sheet), sheet, q.Machine.Found)],
                Proof = placed.Proof,
            },
            null
        );
    }
}
