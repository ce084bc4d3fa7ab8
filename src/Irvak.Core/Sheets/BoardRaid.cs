using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>A level, and the version of the option ROM from which on it can something.</summary>
public sealed record LevelFrom(string Level, string Firmware) : KeepsMore;

/// <summary>What the firmware of a board’s own controller keeps arrays with. Null means not known.</summary>
public sealed record BoardRaid : KeepsMore
{
    /// <summary>Levels as firmware numbers them: 0, 1, 5, 10; empty when it makes none.</summary>
    public IReadOnlyList<string>? Levels { get; init; }

    /// <summary>Most members of one array.</summary>
    public int? MostMembers { get; init; }

    /// <summary>True when a system starts from an array of it.</summary>
    public bool? Boots { get; init; }

    /// <summary>True when the installer needs its driver.</summary>
    public bool? DriverAtInstall { get; init; }

    /// <summary>Versions of its option ROM and the drivers that belong to them.</summary>
    public IReadOnlyList<FirmwarePair> Pairs { get; init; } = [];

    /// <summary>Levels through which TRIM reaches the drives; empty for none.</summary>
    public IReadOnlyList<string>? TrimLevels { get; init; }

    /// <summary>Levels that TRIM passes only from a version of the option ROM on; at the other levels of <see cref="TrimLevels"/> it
    /// passes with every version.</summary>
    public IReadOnlyList<LevelFrom> TrimFrom { get; init; } = [];

    /// <summary>Where its set-up lies in the menus, such as “Advanced, SATA, Mode”.</summary>
    public string? Menu { get; init; }

    /// <summary>Levels that firmware of a board makes; another one is a mistake of the sheet. Common practice, no source.</summary>
    public static readonly IReadOnlyList<string> AnyLevels = ["0", "1", "1E", "10", "5"];
}
