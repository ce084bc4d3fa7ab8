using Irvak.Captures;
using Irvak.Core;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Contracts;
using Irvak.Core.Memory;
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

/// <param name="SheetId">The board.</param>
/// <param name="Sockets">Sockets with a processor; 0 for all.</param>
/// <param name="Processor">One of the sheet's processors by name; null for its first.</param>
/// <param name="Modules">One label a line, with how many: "4 × 16GB 2Rx4 PC4-2400T-R".</param>
/// <param name="OsBits">Word size of the system; null when it does not matter.</param>
public sealed record QuickBoardRequest(string SheetId, int Sockets, string? Processor, string? Modules, int? OsBits, MemoryMode Mode);

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

/// <param name="InstalledGiB">What the slots hold.</param>
public sealed record OsRequest(
    double InstalledGiB,
    int Bits,
    bool Extended,
    int? LimitGiB,
    int? ReservedMiB,
    bool Graphics,
    OsKind? Kind = null
);

/// <param name="Modules">One label a line.</param>
/// <param name="PerChannel">Modules in each channel.</param>
/// <param name="ProcessorMTs">The processor's limit; null when not known.</param>
/// <param name="BoardMTs">The board's limit with so many in a channel; null when not known.</param>
public sealed record ClockRequest(string? Modules, int PerChannel, int? ProcessorMTs, int? BoardMTs);

/// <param name="ChannelMBs">Most that one channel carries at that rate.</param>
/// <param name="Against">Why the modules can't work together at all; null when nothing speaks against it.</param>
public sealed record ClockView(IReadOnlyList<LabelSum> Lines, RateResult Rate, Worked Why, Throughput? ChannelMBs, string? Against);

/// <param name="SheetId">The board.</param>
/// <param name="Sockets">Sockets with a processor; 0 for all.</param>
/// <param name="Count">How many modules alike.</param>
public sealed record FillRequest(string SheetId, int Sockets, int Count);

/// <summary>A drive with what it is worth; no grade when it told nothing of its health.</summary>
public sealed record GradedDrive(string Name, string? Serial, UsedGrade? Grade);

/// <param name="Sentence">How the pasted listing was read.</param>
public sealed record GradesView(string Sentence, IReadOnlyList<GradedDrive> Drives);

/// <summary>Sums outside any job. Nothing is stored.</summary>
public static class QuickSums
{
    private const int MostText = 20_000;

    public static void MapQuickSums(this IEndpointRouteBuilder routes)
    {
        routes
            .MapPost("/api/quick/labels", (LabelsRequest request) =>
                request.Text is { Length: > MostText }
                    ? Problems.Invalid(new SheetProblem("/text", $"At most {MostText:N0} characters at a time.".Replace(',', ' ')))
                    : TypedResults.Ok(ModuleLines.Read(request.Text).Select(LabelSum.Of).ToList())
            )
            .WithName("quickLabels")
            .Produces<List<LabelSum>>()
            .ProducesProblem(400);

        routes
            .MapPost("/api/quick/os", (OsRequest request) =>
                Refused(request) is { } problem
                    ? Problems.Invalid(problem)
                    : TypedResults.Ok(
                        OsShare.Of(
                            new OsQuestion(
                                new ByteCount((long)(request.InstalledGiB * (1L << 30))),
                                request.Bits,
                                request.Extended,
                                request.LimitGiB,
                                request.ReservedMiB,
                                request.Graphics,
                                request.Kind
                            )
                        )
                    )
            )
            .WithName("quickOs")
            .Produces<OsBand>()
            .ProducesProblem(400);

        routes
            .MapPost("/api/quick/clock", (ClockRequest request) =>
                Refused(request) is { } problem ? Problems.Invalid(problem) : TypedResults.Ok(Clock(request))
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
                if (request.Count is < 0 or > ModuleLines.MostPieces)
                    return Problems.Invalid(new SheetProblem("/count", $"Between 0 and {ModuleLines.MostPieces} modules."));
                if (request.SheetId is null || await library.Sheet(request.SheetId, cancel) is not { } sheet)
                    return Problems.Unknown($"sheet {request.SheetId}");
                if (sheet.Channels.Count == 0)
                    return Problems.Invalid(new SheetProblem("/sheetId", $"{sheet.FullName} has no memory slots."));
                if (!sheet.Memory.ChannelsKnown)
                    return Problems.Invalid(
                        new SheetProblem(
                            "/sheetId",
                            $"Which slots of {sheet.FullName} share a channel is not known yet: add it to its sheet."
                        )
                    );
                return TypedResults.Ok(QuickFill.Of(QuickBoard.Of(sheet, request.Sockets, null, new SystemFacts()), request.Count));
            })
            .WithName("quickFill")
            .Produces<FillAnswer>()
            .ProducesProblem(400)
            .ProducesProblem(404);

        routes
            .MapPost("/api/quick/board", async (QuickBoardRequest request, Library library, CancellationToken cancel) =>
            {
                if (request.Modules is { Length: > MostText })
                    return Problems.Invalid(new SheetProblem("/modules", $"At most {MostText:N0} characters at a time.".Replace(',', ' ')));
                if (request.OsBits is not (null or 32 or 64))
                    return Problems.Invalid(new SheetProblem("/osBits", "A system is 64 or 32 bit."));
                if (request.SheetId is null || await library.Sheet(request.SheetId, cancel) is not { } sheet)
                    return Problems.Unknown($"sheet {request.SheetId}");
                if (sheet.Channels.Count == 0)
                    return Problems.Invalid(new SheetProblem("/sheetId", $"{sheet.FullName} has no memory slots."));
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

    private static SheetProblem? Refused(OsRequest r) =>
        r.InstalledGiB is not (> 0 and <= 1_048_576) ? new("/installedGiB", "Memory lies between 0 and 1 048 576 GiB.")
        : r.Bits is not (32 or 64) ? new("/bits", "A system is 64 or 32 bit.")
        : r.LimitGiB is <= 0 ? new("/limitGiB", "A limit is 1 GiB or more.")
        : r.ReservedMiB is < 0 or > 1_048_576 ? new("/reservedMiB", "A share lies between 0 and 1 048 576 MiB.")
        : null;

    private static SheetProblem? Refused(ClockRequest r) =>
        r.Modules is { Length: > MostText } ? new("/modules", $"At most {MostText:N0} characters at a time.".Replace(',', ' '))
        : r.PerChannel is < 1 or > QuickClock.MostPerChannel
            ? new("/perChannel", $"A channel holds 1 to {QuickClock.MostPerChannel} modules.")
        : r.ProcessorMTs is <= 0 or > 20_000 ? new("/processorMTs", "A rate lies between 1 and 20 000 MT/s.")
        : r.BoardMTs is <= 0 or > 20_000 ? new("/boardMTs", "A rate lies between 1 and 20 000 MT/s.")
        : null;

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
