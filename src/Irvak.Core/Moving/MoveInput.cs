using Irvak.Core.Arrays;
using Irvak.Core.Places;

namespace Irvak.Core.Moving;

/// <summary>What the computations of moving data look at.</summary>
public record MoveInput : ArrayInput
{
    public MoveInput(ArrayInput arrays)
        : base(arrays) { }

    /// <summary>How the data of what goes reaches its new home, by subject.</summary>
    public IReadOnlyDictionary<string, PlannedMove> Moves { get; init; } = new Dictionary<string, PlannedMove>();

    /// <summary>How drives that leave are wiped, by the place they were found in.</summary>
    public IReadOnlyDictionary<Place, Wipe> Wipes { get; init; } = new Dictionary<Place, Wipe>();

    /// <summary>The backup before the machine is opened; null for none.</summary>
    public BackupQuestion? Backup { get; init; }
}
