using System.Text;
using CsvHelper;
using Irvak.Core.Contracts;
using Irvak.Core.Sheets;
using Irvak.Core.Shelf;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>A list before it is taken: its columns, what each line would do.</summary>
public sealed record ListPreview(
    IReadOnlyList<string> Columns,
    IReadOnlyList<ShelfColumn> Meanings,
    IReadOnlyList<ListLine> Lines,
    int Count,
    int New,
    int Changed,
    int Wrong,
    string Sentence
);

/// <param name="Text">The line as written, shortened.</param>
/// <param name="Becomes">The part in words; null when it can't be taken.</param>
public sealed record ListLine(int Line, string Text, string? Becomes, bool IsNew, string? Problem);

/// <summary>What a label was read as.</summary>
/// <param name="Count">Pieces named: 2 for a kit written "2 × 16".</param>
public sealed record LabelView(PartView? Part, int Count, IReadOnlyList<string> Missing, IReadOnlyList<string> Remarks, string? Problem);

/// <param name="Text">The list as it was pasted or read from a file.</param>
/// <param name="Columns">Meaning of each column; empty for the guess.</param>
public sealed record ListRequest(string Text, IReadOnlyList<ShelfColumn> Columns);

/// <summary>Stock and price lists in and out as CSV, and labels read into parts.</summary>
public static class ShelfLists
{
    public static void MapShelfLists(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/api/shelf.csv", async (Library library, CancellationToken cancel) =>
                Results.Text(Write(await library.AllParts(cancel)), "text/csv; charset=utf-8", Encoding.UTF8)
            )
            .WithName("exportShelf");

        routes
            .MapPost(
                "/api/shelf/list/preview",
                async (ListRequest request, Library library, TimeProvider clock, CancellationToken cancel) =>
                {
                    var (columns, meanings, lines, problem) = await Lines(request, library, clock, cancel);
                    return problem is not null
                        ? Problems.Invalid(problem)
                        : TypedResults.Ok(Preview(columns, meanings, lines, request.Text));
                }
            )
            .WithName("previewList")
            .Produces<ListPreview>()
            .ProducesProblem(400);

        routes
            .MapPost(
                "/api/shelf/list",
                async (
                    ListRequest request,
                    Library library,
                    Listings listings,
                    JobDesk desk,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var (columns, meanings, lines, problem) = await Lines(request, library, clock, cancel);
                    if (problem is not null)
                        return Problems.Invalid(problem);
                    // All or nothing: one wrong line and the shelf stays as it is.
                    if (lines.Any(l => l.Problem is not null))
                        return Problems.Invalid([
                            .. lines
                                .Where(l => l.Problem is not null)
                                .Take(50)
                                .Select(l => new SheetProblem($"/line/{l.Line}", $"Line {l.Line}: {l.Problem}")),
                        ]);
                    if (await desk.Refusal([.. lines.Select(l => l.Part!)], listings, cancel) is { } refused)
                        return Problems.Invalid(refused);
                    await library.Keep([.. lines.Select(l => l.Part!)], cancel);
                    return TypedResults.Ok(Preview(columns, meanings, lines, request.Text));
                }
            )
            .WithName("takeList")
            .Produces<ListPreview>()
            .ProducesProblem(400);

        routes
            .MapGet("/api/shelf/read", async (string text, string? maker, string? number, Library library, CancellationToken cancel) =>
            {
                var read = PartText.Read(text, maker, number);
                var ids = read.Part is null ? [] : (await library.Shelf(cancel)).Keys.ToHashSet();
                var part = read.Part is null ? null : PartView.Of(read.Part with { Id = PartCheck.IdFor(read.Part, ids.Contains) });
                return TypedResults.Ok(new LabelView(part, read.Count, read.Missing, read.Remarks, read.Problem));
            })
            .WithName("readLabel");
    }

    private static async Task<(
        IReadOnlyList<string> Columns,
        IReadOnlyList<ShelfColumn> Meanings,
        IReadOnlyList<ShelfLine> Lines,
        SheetProblem? Problem
    )> Lines(ListRequest request, Library library, TimeProvider clock, CancellationToken cancel)
    {
        var (columns, rows, problem) = CsvRows.Read(request.Text);
        if (problem is not null)
            return ([], [], [], problem);
        var meanings = request.Columns.Count == 0 ? ShelfTable.Guess(columns) : request.Columns;
        if (meanings.Count != columns.Count)
            return ([], [], [], new("/columns", $"The list has {columns.Count} columns, {meanings.Count} were named."));
        if (meanings.Where(m => m != ShelfColumn.None).GroupBy(m => m).Any(g => g.Count() > 1))
            return ([], [], [], new("/columns", "Two columns can't mean the same."));
        var shelf = (await library.AllParts(cancel)).ToDictionary(p => p.Id);
        return (columns, meanings, ShelfTable.Read(rows, meanings, shelf, DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime)), null);
    }

    private static ListPreview Preview(
        IReadOnlyList<string> columns,
        IReadOnlyList<ShelfColumn> meanings,
        IReadOnlyList<ShelfLine> lines,
        string text
    )
    {
        var raw = text.Split('\n');
        var (added, changed, wrong) = (
            lines.Count(l => l.IsNew),
            lines.Count(l => l is { IsNew: false, Problem: null }),
            lines.Count(l => l.Problem is not null)
        );
        // What is wrong is shown first, so that a long list needs no search.
        var shown = lines
            .OrderBy(l => l.Problem is null)
            .ThenBy(l => l.Line)
            .Take(200)
            .Select(l => new ListLine(
                l.Line,
                l.Line <= raw.Length ? raw[l.Line - 1].Trim()[..Math.Min(140, raw[l.Line - 1].Trim().Length)] : "",
                l.Part is { } p ? $"{p.LongName()}, {p.InStock} here{(p.PriceEur is { } e ? $", € {e:0.##}" : "")}" : null,
                l.IsNew,
                l.Problem
            ));
        return new ListPreview(
            columns,
            meanings,
            [.. shown],
            lines.Count,
            added,
            changed,
            wrong,
            $"{lines.Count} lines: {added} new, {changed} known, {wrong} that can't be taken."
        );
    }

    private static string Write(IReadOnlyList<ShelfPart> parts)
    {
        var text = new StringWriter();
        // A cell that begins like a formula would be run by a spreadsheet; a mark before it keeps it text.
        using (var csv = CsvWriter.Create(text, new CsvWriterOptions { Separator = ';', Injection = CsvInjection.Escape }))
        {
            foreach (
                var heading in new[]
                {
                    "id",
                    "description",
                    "maker",
                    "part number",
                    "in stock",
                    "lies in",
                    "price",
                    "price date",
                    "price source",
                }
            )
                csv.WriteField(heading);
            csv.EndRecord();
            foreach (var view in parts.Select(PartView.Of))
            {
                var p = view.Part;
                foreach (
                    var cell in new[]
                    {
                        p.Id,
                        view.Long,
                        view.Maker,
                        view.Number,
                        p.InStock.ToString(),
                        p.LiesIn,
                        p.PriceEur?.ToString("0.##"),
                        p.PriceDate?.ToString("yyyy-MM-dd"),
                        p.PriceSource,
                    }
                )
                    csv.WriteField(cell);
                csv.EndRecord();
            }
        }
        return text.ToString();
    }
}
