using System.Text.Json.Serialization;

namespace Irvak.Core.Boot;

/// <summary>What is installed, as its installer treats disks.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<InstallerKind>))]
public enum InstallerKind
{
    [JsonStringEnumMemberName("server-text")]
    ServerText,

    [JsonStringEnumMemberName("server-pool")]
    ServerPool,

    [JsonStringEnumMemberName("virtual-host")]
    VirtualHost,

    [JsonStringEnumMemberName("hypervisor")]
    Hypervisor,

    [JsonStringEnumMemberName("desktop")]
    Desktop,

    [JsonStringEnumMemberName("storage")]
    Storage,

    [JsonStringEnumMemberName("appliance")]
    Appliance,

    [JsonStringEnumMemberName("edge")]
    Edge,
}

/// <summary>How far an installer mirrors by itself.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<OwnMirror>))]
public enum OwnMirror
{
    [JsonStringEnumMemberName("yes")]
    Yes,

    [JsonStringEnumMemberName("by-hand")]
    ByHand,

    [JsonStringEnumMemberName("pool-only")]
    PoolOnly,

    [JsonStringEnumMemberName("no")]
    No,
}

/// <param name="Name">As a sentence speaks of it.</param>
/// <param name="FileSystem">What it lays on the drive.</param>
/// <param name="How">How it mirrors what it starts from, in words.</param>
/// <param name="Wants">What else it asks for.</param>
public sealed record InstallerRow(InstallerKind Kind, string Name, string FileSystem, OwnMirror Mirror, string How, string Wants)
{
    /// <summary>What its installer asks for at least, GB; null when it asks for nothing.</summary>
    public required double? LeastGB { get; init; }

    /// <summary>What it grows into, GB; null for the least.</summary>
    public double? SensibleGB { get; init; }

    /// <summary>True when it takes the whole disk: no data beside it.</summary>
    public bool TakesAll { get; init; }

    /// <summary>True when it writes its log there every day.</summary>
    public bool Logs { get; init; }
}

/// <summary>What kinds of systems do with the disks they are installed on. Common practice, no source; sizes from memory.</summary>
public static class Installers
{
    public static readonly IReadOnlyList<InstallerRow> Rows =
    [
        new(
            InstallerKind.ServerText,
            "a server system with a text installer",
            "ext4, XFS",
            OwnMirror.ByHand,
            "the kernel’s RAID, set up by hand in the installer; its loader onto both halves by hand",
            "two disks, a boot partition on each"
        )
        {
            LeastGB = null,
            Logs = true,
        },
        new(
            InstallerKind.ServerPool,
            "a server system that installs onto a pool",
            "a copy-on-write pool",
            OwnMirror.Yes,
            "the installer makes the pool and writes both boot partitions",
            "halves of the same size"
        )
        {
            LeastGB = 8,
            Logs = true,
        },
        new(
            InstallerKind.VirtualHost,
            "a virtualisation host on a general base",
            "a pool, or ext4 and XFS",
            OwnMirror.PoolOnly,
            "with the pool only; with plain file systems not",
            "flash that stands daily writing"
        )
        {
            LeastGB = 8,
            SensibleGB = 32,
            Logs = true,
        },
        new(
            InstallerKind.Hypervisor,
            "a hypervisor that starts and leaves its medium",
            "its own",
            OwnMirror.No,
            "by a controller or a carrier for two drives",
            "its logs elsewhere than on a stick"
        )
        {
            LeastGB = 8,
            SensibleGB = 32,
        },
        new(
            InstallerKind.Desktop,
            "a desktop or server system of the widespread kind",
            "NTFS",
            OwnMirror.ByHand,
            "after the installation by its volume manager; the second boot partition by hand",
            "the driver at the installation, where a RAID keeps the disk"
        )
        {
            LeastGB = 64,
            Logs = true,
        },
        new(
            InstallerKind.Storage,
            "a storage system that installs onto whole disks",
            "a copy-on-write pool",
            OwnMirror.Yes,
            "a pair is chosen in the installer",
            "a small drive of its own"
        )
        {
            LeastGB = 16,
            TakesAll = true,
            Logs = true,
        },
        new(
            InstallerKind.Appliance,
            "the system of an appliance",
            "small mirrored partitions",
            OwnMirror.Yes,
            "on all bays by itself",
            "nothing: it lies on the data drives"
        )
        {
            LeastGB = null,
            Logs = true,
        },
        new(
            InstallerKind.Edge,
            "a firewall or a small image",
            "a pool, or its own",
            OwnMirror.PoolOnly,
            "with the pool, where it offers one",
            "a medium of 8 to 32 GB"
        )
        {
            LeastGB = 8,
            SensibleGB = 32,
        },
    ];

    public static InstallerRow Of(InstallerKind kind) => Rows.First(r => r.Kind == kind);
}
