using Irvak.Core.Controllers;
using Irvak.Core.Places;

namespace Irvak.Core.Steps;

/// <summary>
/// A controller's firmware comes before its arrays and before drives that want it; both versions are written down. Common practice, no
/// source.
/// </summary>
internal static class ControllerFirmwareSteps
{
    public static IEnumerable<Step> Of(StepInput q)
    {
        foreach (var (at, name, its) in Updates(q))
            yield return new(
                "controller:firmware:" + at,
                Runbook.Start,
                $"Update the firmware of {name} to {its.Planned}",
                [
                    its.Found is { } was ? $"{was} was read before: keep its file, as the way back." : "Write down first which one is in.",
                    "Is the backup read back? No array may be building or rebuilding now.",
                    "Power must not fail meanwhile. Start again, and read the version.",
                    .. at.Kind == PlaceKind.Board
                        ? new[] { "An option ROM comes with the firmware of the board: its page tells which board version brings it." }
                        : [],
                ],
                "Before arrays are made and drives cabled to it: an array keeps what was wrong with the firmware that made it.",
                [at],
                12
            )
            {
                IsSetting = true,
            };
    }

    /// <summary>Drives after their controller, and before they join anything.</summary>
    public static IEnumerable<Step> OfDrives(StepInput q) =>
        q.DriveFirmware.Select(v => new Step(
            "drive:firmware:" + v.Model,
            Runbook.Start,
            $"Update the firmware of {Verdicts.Say.Count(v.Places.Count, "drive", "drives")} {v.Model} to {v.Planned}",
            [
                v.Words is { } was ? $"{was} was read before: keep its file." : "Write down first which one is in.",
                "Is the backup read back? No array may be building or rebuilding now.",
                "One drive first: let it start again, read version and health; then the others, one after the other.",
                "Power must not fail meanwhile.",
            ],
            "A drive that stops in an update may be lost with all that is on it.",
            v.Places,
            5 + 3 * v.Places.Count
        )
        {
            IsSetting = true,
        });

    /// <summary>Controllers whose firmware the plan updates.</summary>
    internal static IEnumerable<(Place At, string Name, ControllerFirmware Its)> Updates(ControllerInput q) =>
        BayController
            .All(q.Sheet, q.Planned)
            .Where(c => q.Firmware.GetValueOrDefault(c.Place.ToString()) is { Planned: not null })
            .Select(c => (c.Place, c.Name, q.Firmware[c.Place.ToString()]));
}
