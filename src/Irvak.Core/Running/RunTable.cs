namespace Irvak.Core.Running;

/// <summary>What one of a kind usually needs.</summary>
/// <param name="Words">As people say it.</param>
/// <param name="GiB">Memory of one, GiB; null where kinds differ too much to tell.</param>
/// <param name="Each">What one of it is.</param>
/// <param name="Several">What more than one of it are.</param>
public sealed record RunRow(RunKind Kind, string Words, double? GiB, string Each, string Several);

/// <summary>Memory that each kind usually needs: starting values, common practice, no source. What a person says of his own, and what a
/// capture of the loaded machine shows, win over them.</summary>
public static class RunTable
{
    public const string Source = "usual needs of memory: common practice, no source";

    public static readonly IReadOnlyList<RunRow> Rows =
    [
        new(RunKind.System, "the system itself", 2, "machine", "machines"),
        new(RunKind.Shares, "shared folders", 2, "machine", "machines"),
        new(RunKind.CachingFiles, "file system that caches in memory", 8, "machine", "machines"),
        new(RunKind.Mail, "mail", 4, "server", "servers"),
        new(RunKind.Web, "web pages", 2, "server", "servers"),
        new(RunKind.Database, "database", 8, "database", "databases"),
        new(RunKind.Guest, "virtual machine", 4, "guest", "guests"),
        new(RunKind.Container, "container", 0.5, "container", "containers"),
        new(RunKind.Desk, "office and browser", 8, "person", "persons"),
        new(RunKind.Pictures, "photographs and drawings", 16, "person", "persons"),
        new(RunKind.Film, "film", 32, "person", "persons"),
        new(RunKind.Building, "building programs", 2, "job", "jobs"),
        new(RunKind.Other, "something else", null, "of it", "of it"),
    ];

    public static RunRow Of(RunKind kind) => Rows.First(r => r.Kind == kind);
}
