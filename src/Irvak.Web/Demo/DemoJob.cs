using Irvak.Core.Edits;

namespace Irvak.Web.Demo;

/// <summary>A job of the demo as a file: what was done, in order.</summary>
/// <param name="DaysAgo">Days before the demo is loaded that the job began.</param>
public sealed record DemoJob(string Title, string Owner, string Who, int DaysAgo, IReadOnlyList<DemoEntry> Entries);

/// <summary>One entry: an edit, a capture, or ticks and answers of many lines at once.</summary>
/// <param name="SheetId">Machine sheet of the demo to adopt.</param>
/// <param name="Capture">File name in the demo's captures folder.</param>
/// <param name="Phase">before or after, for a capture.</param>
/// <param name="PromiseDays">Promises it for so many days after the demo is loaded; fewer than none is overdue.</param>
/// <param name="TickPrep">Ticks this many lines of the shopping and take-along lists.</param>
/// <param name="TickSteps">Ticks this many steps; 1000 for all.</param>
public sealed record DemoEntry(
    string? Who = null,
    Edit? Edit = null,
    string? SheetId = null,
    string? Capture = null,
    string? Phase = null,
    int? PromiseDays = null,
    int? TickPrep = null,
    int? TickSteps = null
);
