using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>What the maker says of the machine's own firmware. Null means not known.</summary>
public sealed record FirmwareSheet : KeepsMore
{
    /// <summary>uefi, legacy or both.</summary>
    public IReadOnlyList<string>? BootModes { get; init; }

    /// <summary>True when it starts from a drive with 4096-byte sectors.</summary>
    public bool? Boots4Kn { get; init; }

    /// <summary>True when it starts from an NVMe drive.</summary>
    public bool? BootsNvme { get; init; }

    /// <summary>Versions that something needs.</summary>
    public IReadOnlyList<FirmwareNeed> Needs { get; init; } = [];

    /// <summary>What its beeps or lamps mean.</summary>
    public IReadOnlyList<BeepPattern> Beeps { get; init; } = [];
}

/// <param name="For">What needs it, in words.</param>
/// <param name="Version">The least version, as printed.</param>
public sealed record FirmwareNeed(string For, string Version) : KeepsMore;

/// <param name="Pattern">As heard or seen, such as "long, short, short".</param>
public sealed record BeepPattern(string Pattern, string Means) : KeepsMore;
