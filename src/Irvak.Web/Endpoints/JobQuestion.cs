using Irvak.Core;
using Irvak.Core.Contracts;
using Irvak.Store;
using Microsoft.AspNetCore.Mvc;

namespace Irvak.Web.Endpoints;

/// <summary>Which jobs are asked for, as the address says it; null is what nobody asked for.</summary>
/// <param name="Stage">Jobs of one stage, by its name.</param>
/// <param name="Before">Only jobs older than the one of this id.</param>
/// <param name="Words">Words that a job holds, or beginnings of them.</param>
/// <param name="By">Who began it.</param>
/// <param name="DueBy">Promised for this day or an earlier one, and not handed over: year-month-day.</param>
public sealed record JobQuestion(
    [FromQuery(Name = "stage")] string? Stage,
    [FromQuery(Name = "before")] long? Before,
    [FromQuery(Name = "words")] string? Words,
    [FromQuery(Name = "owner")] string? Owner,
    [FromQuery(Name = "by")] string? By,
    [FromQuery(Name = "machine")] string? Machine,
    [FromQuery(Name = "dueBy")] DateOnly? DueBy
)
{
    private const int MostTyped = 200;

    public Stage? Only => Stage is null ? null : Listings.StageNamed(Stage);

    public SheetProblem? Problem =>
        Stage is not null && Only is null ? new("/stage", $"There is no stage {Stage}.")
        : new[] { ("/words", Words), ("/owner", Owner), ("/by", By), ("/machine", Machine) }.FirstOrDefault(t =>
            t.Item2?.Length > MostTyped
        )
            is { Item1: { } path }
            ? new(path, $"At most {MostTyped} characters can be looked for.")
        : null;

    /// <summary>What is looked for; null for the bench itself, whole or one stage of it.</summary>
    public JobFilter? Filter =>
        (Words ?? Owner ?? By ?? Machine) is null && DueBy is null ? null : new(Words, Owner, By, Machine, Only, DueBy);
}
