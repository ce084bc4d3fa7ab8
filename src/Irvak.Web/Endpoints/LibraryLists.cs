using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Shelf;
using Irvak.Core.Verdicts;
using Irvak.Store;
using Microsoft.AspNetCore.Mvc;

namespace Irvak.Web.Endpoints;

/// <summary>What one standing is worth under each policy.</summary>
public sealed record PolicyRow(string Standing, Severity? Listed, Severity? FieldProven, Severity? Sound);

/// <summary>The evidence book of one machine, counted by size of module.</summary>
public sealed record EvidenceCount(string MachineId, string Part, int Works, int Fails, bool LastFailed, double Low, double High);

public sealed record EvidencePage(
    IReadOnlyList<EvidenceRecord> Records,
    IReadOnlyList<EvidenceCount> Counts,
    IReadOnlyList<PolicyRow> Policy
);

/// <summary>A shelf part with its names, which are the core's.</summary>
/// <param name="Homes">Kinds of places that it goes into.</param>
/// <param name="Number">Part number or model; null when there is none.</param>
public sealed record PartView(
    ShelfPart Part,
    string Kind,
    string Short,
    string Long,
    string? Maker,
    string? Number,
    IReadOnlyList<PlaceKind> Homes
)
{
    public static PartView Of(ShelfPart p) =>
        new(
            p,
            p.KindOf(),
            p.ShortName(),
            p.LongName(),
            p.Module?.Maker ?? p.Drive?.Maker ?? p.Processor?.Maker ?? p.Card?.Maker ?? p.Accessory?.Maker,
            p.Module?.PartNumber ?? p.Drive?.Model,
            Unit.Of(p).Homes
        );
}

/// <summary>What is looked for on the shelf.</summary>
/// <param name="Q">Words as people type them.</param>
/// <param name="Job">Number of the job whose machine it is for.</param>
/// <param name="Kind">One of <see cref="ShelfSearch.Kinds"/>.</param>
/// <param name="Most">Parts at most.</param>
/// <param name="Place">Place that it is to go into: then only what does is found.</param>
/// <param name="Misfits">True for what does not go into the place instead.</param>
public sealed record ShelfQuestion(
    [FromQuery(Name = "q")] string? Q,
    [FromQuery(Name = "job")] string? Job,
    [FromQuery(Name = "kind")] string? Kind,
    [FromQuery(Name = "most")] int? Most,
    [FromQuery(Name = "place")] string? Place,
    [FromQuery(Name = "misfits")] bool? Misfits
);

/// <summary>What a search found of the shelf.</summary>
/// <param name="Parts">The first of them.</param>
/// <param name="Total">How many there are of them all.</param>
public sealed record FoundParts(IReadOnlyList<PartView> Parts, int Total)
{
    /// <summary>Parts that the words find and that do not go into the place that was asked about, counted by why; empty without a
    /// place.</summary>
    public IReadOnlyList<Misfits> Misfits { get; init; } = [];

    /// <summary>Why each of <see cref="Parts"/> does not go into the place, where those were asked for; else empty.</summary>
    public IReadOnlyList<string> Whys { get; init; } = [];
}

/// <param name="Why">In a few words after "are".</param>
public sealed record Misfits(string Why, int Count);

/// <summary>Shelf, sheets, evidence and rules; and what each policy gives a job.</summary>
public static class LibraryLists
{
    public static void MapLibraryLists(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/api/shelf", async ([AsParameters] ShelfQuestion ask, Library library, Jobs jobs, CancellationToken cancel) =>
            {
                if (ask.Most is < 1 or > ShelfSearch.Most)
                    return Problems.Invalid(new SheetProblem("/most", $"Between 1 and {ShelfSearch.Most} parts are shown at once."));
                if (ask.Kind is not null && !ShelfSearch.Kinds.ContainsKey(ask.Kind))
                    return Problems.Invalid(
                        new SheetProblem(
                            "/kind",
                            $"A part is looked for as {string.Join(", ", ShelfSearch.Kinds.Keys)}, not as {ask.Kind}."
                        )
                    );
                if (ask.Place?.Length > LongestPlace)
                    return Problems.Invalid(new SheetProblem("/place", $"A place is named in {LongestPlace} letters at most."));
                var state = ask.Job is null ? null : (await jobs.Find(ask.Job, cancel))?.State;
                return TypedResults.Ok(Found(ask, await library.Shelf(cancel), state?.Sheet?.OfRevision(state.System.BoardRevision)));
            })
            .WithName("searchShelf")
            .Produces<FoundParts>()
            .ProducesProblem(400);

        routes
            .MapGet("/api/sheets", async (Library library, CancellationToken cancel) => TypedResults.Ok(await library.Sheets(cancel)))
            .WithName("listSheets");

        routes
            .MapGet("/api/evidence", async (Library library, CancellationToken cancel) =>
                TypedResults.Ok(Page(await library.Evidence(cancel)))
            )
            .WithName("getEvidence");

        routes.MapGet("/api/rules", () => TypedResults.Ok(RuleRegister.All)).WithName("listRules");
    }

    private const int LongestPlace = 100;

    /// <summary>What goes into the place, or what does not; the other is counted.</summary>
    /// <param name="sheet">Of the machine; null for none, and then no place is looked at.</param>
    private static FoundParts Found(ShelfQuestion ask, ShelfBook shelf, MachineSheet? sheet)
    {
        var (place, misfits) = (sheet is null || ask.Place is null ? null : Place.Parse(ask.Place), ask.Misfits == true);
        string? Why(ShelfPart part) => place is null ? null : PlaceFit.WhyNot(sheet!, place, part);
        var counted = new Dictionary<string, int>();
        bool Goes(ShelfPart part)
        {
            if (Why(part) is not { } why)
                return !misfits;
            counted[why] = counted.GetValueOrDefault(why) + 1;
            return misfits;
        }
        var found = ShelfSearch.Find(shelf, ask.Q, ask.Kind, sheet, ask.Most ?? ShelfSearch.Most, place is null ? null : Goes);
        return new([.. found.Parts.Select(PartView.Of)], found.Total)
        {
            Misfits =
            [
                .. counted
                    .OrderByDescending(c => c.Value)
                    .ThenBy(c => c.Key, StringComparer.Ordinal)
                    .Select(c => new Misfits(c.Key, c.Value)),
            ],
            Whys = misfits ? [.. found.Parts.Select(p => Why(p) ?? "")] : [],
        };
    }

    private static EvidencePage Page(EvidenceBook book)
    {
        var counts = book
            .Records.GroupBy(r => (r.MachineId, r.Generation, r.Type, r.CapacityMiB, r.DriveTB))
            .OrderBy(g => g.Key.MachineId, StringComparer.Ordinal)
            .ThenBy(g => g.Key.CapacityMiB)
            .Select(g =>
            {
                var ordered = g.OrderBy(r => r.Date).ToList();
                var track = new Track(
                    ordered.Count(r => r.Outcome != Core.Evidence.Outcome.Fails),
                    ordered.Count(r => r.Outcome == Core.Evidence.Outcome.Fails),
                    ordered[^1].Outcome == Core.Evidence.Outcome.Fails,
                    ordered
                );
                return new EvidenceCount(
                    g.Key.MachineId,
                    g.Key.DriveTB is { } tb
                        ? $"drive of {tb:0.##} TB"
                        : new ModuleSheet
                        {
                            CapacityMiB = g.Key.CapacityMiB,
                            Type = g.Key.Type,
                            Generation = g.Key.Generation,
                        }.Long,
                    track.Works,
                    track.Fails,
                    track.LastFailed,
                    track.Interval.Low,
                    track.Interval.High
                );
            });
        (string Words, Standing Standing)[] rows =
        [
            ("on the maker's list", Standing.OnList),
            ("beyond it, three or more worked, none failed", Standing.Proven),
            ("beyond it, fewer tries, or mixed", Standing.FewOrMixed),
            ("beyond it, the last report failed", Standing.LastFailed),
        ];
        return new EvidencePage(
            book.Records,
            [.. counts],
            [
                .. rows.Select(r => new PolicyRow(
                    r.Words,
                    PolicyTable.SeverityOf(Policy.Listed, r.Standing),
                    PolicyTable.SeverityOf(Policy.FieldProven, r.Standing),
                    PolicyTable.SeverityOf(Policy.Sound, r.Standing)
                )),
                // What can't work electrically is a stop under every policy.
                new PolicyRow("no electrical fit", Severity.Stop, Severity.Stop, Severity.Stop),
            ]
        );
    }
}
