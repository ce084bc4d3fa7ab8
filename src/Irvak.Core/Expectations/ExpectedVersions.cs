using Irvak.Core.Arrays;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Observations;
using Irvak.Core.Steps;

namespace Irvak.Core.Expectations;

/// <summary>The version that controllers and drives must show once their firmware was updated.</summary>
public static class ExpectedVersions
{
    public const string Screen = "Controllers";

    private const string DrivesPrefix = "driveversion.";

    public static bool IsOfDrives(string key) => key.StartsWith(DrivesPrefix, StringComparison.Ordinal);

    public static IEnumerable<Expectation> Of(ControllerInput q) =>
        ControllerFirmwareSteps
            .Updates(q)
            .Select(u => new Expectation("version." + u.At, Screen, $"{u.Name}, version of its firmware", u.Its.Planned!, 0, 0, "", [u.At])
            {
                Source = u.Its.Found is { } was ? $"the plan; {was} before" : "the plan; the one before is not known",
                Named = u.Its.Planned,
            })
            .Concat(OfDrives(q));

    private static IEnumerable<Expectation> OfDrives(ArrayInput q) =>
        q
            .DriveFirmware.Where(v => v.Planned is not null)
            .Select(v => new Expectation(
                DrivesPrefix + v.Model,
                ExpectedDrives.Screen,
                $"{v.Model}, version of their firmware",
                v.Planned!,
                0,
                0,
                "",
                v.Places
            )
            {
                Source = v.Words is { } was ? $"the plan; {was} before" : "the plan; the one before is not known",
                Named = v.Planned,
                Called = v.Model,
            });

    /// <summary>All drives of the model that a capture shows must have it.</summary>
    internal static ComparedLine? Compare(Expectation e, Observation after)
    {
        var seen = DriveVersions.Seen(after, e.Called!);
        if (seen.Count == 0)
            return null;
        var words = string.Join(", ", seen.Select(s => seen.Count == 1 ? s.Version : $"{s.Version} in {s.Drives}"));
        return new(e, seen.All(s => e.HoldsWords(s.Version)) ? LineState.AsExpected : LineState.Deviates, words, "capture", null);
    }
}
