namespace Irvak.Core.Arrays;

/// <summary>Who keeps an array, in the words of lists and sentences.</summary>
/// <param name="Choice">As a person chooses it.</param>
/// <param name="Name">As a sentence speaks of the one at hand.</param>
/// <param name="Any">As a sentence speaks of all of the kind.</param>
public sealed record KeeperRow(ArrayHost Host, string Choice, string Name, string Any);

/// <summary>The keepers of arrays.</summary>
public static class Keepers
{
    public static readonly IReadOnlyList<KeeperRow> Rows =
    [
        new(ArrayHost.Controller, "a controller", "the controller", "controllers"),
        new(ArrayHost.Kernel, "the kernel", "the kernel", "the kernel"),
        new(ArrayHost.Pool, "a copy-on-write pool", "the pool", "pools"),
    ];

    public static KeeperRow Of(ArrayHost host) => Rows.First(r => r.Host == host);
}
