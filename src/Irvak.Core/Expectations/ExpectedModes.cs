using Irvak.Core.Controllers;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Steps;

namespace Irvak.Core.Expectations;

/// <summary>The storage mode that a board's own controller must show once it was changed.</summary>
public static class ExpectedModes
{
    public const string Screen = "Storage modes";

    private const string Prefix = "mode.";

    public static bool IsOne(string key) => key.StartsWith(Prefix, StringComparison.Ordinal);

    public static IEnumerable<Expectation> Of(ControllerInput q) =>
        ModeSteps
            .Changed(q)
            .Select(c => new Expectation(
                Prefix + c.Board.Id,
                Screen,
                $"{c.Board.Id}, storage mode in the firmware",
                StorageModes.Words(c.Mode),
                0,
                0,
                "",
                [Place.Board(c.Board.Id)]
            )
            {
                Source = "the plan; on a listing of the bus the class of the controller, 0104 for RAID and 0106 for plain SATA",
                Named = StorageModes.Words(c.Mode),
            });

    /// <summary>What a capture tells of such a line; null when it says nothing about it.</summary>
    internal static ComparedLine? Compare(Expectation e, Observation after) =>
        StorageModes.Seen(after) is { } mode
            ? new(
                e,
                StorageModes.Words(mode) == e.Named ? LineState.AsExpected : LineState.Deviates,
                StorageModes.Words(mode),
                "capture",
                null
            )
            : null;
}
