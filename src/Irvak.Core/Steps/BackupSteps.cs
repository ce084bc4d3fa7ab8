using Irvak.Core.Moving;

namespace Irvak.Core.Steps;

/// <summary>The backup that is planned, before anything else is touched.</summary>
public static class BackupSteps
{
    /// <summary>Keys of its steps: writing it, and reading it back.</summary>
    public const string Write = "off:backup",
        ReadBack = "off:backup:read";

    internal static IEnumerable<Step> Of(StepInput q)
    {
        if (q.Backup is not { Problem: null } plan || BackupHours.Of(plan) is not { WriteHours: { } hours } answer)
            yield break;
        var media = answer.Media is { } n ? BackupHours.Units(plan, n) : $"{BackupHours.Onto(plan)}; how many is not known";
        yield return new(
            Write,
            Runbook.Off,
            $"Back up {BackupHours.Space(plan.DataGB)} onto {media}",
            [
                $"{answer.About(hours)} of writing{(answer.Pinch is { } pinch ? $"; the narrowest is the {pinch.Name}" : "")}.",
                "Note how much there is: volume and number of files.",
                "Label each medium: machine, date, number of how many.",
                .. answer.Media > 1 ? new[] { "Stay near: the medium is changed when one is full." } : [],
            ],
            "Nothing is touched before it is through.",
            [],
            15
        )
        {
            WaitHours = hours,
        };
        yield return new(
            ReadBack,
            Runbook.Off,
            plan.Verify ? "Read the backup back and compare it" : "Read a trial set of the backup back",
            [
                plan.Verify
                    ? $"{answer.About(hours)} of reading: every file against its source."
                    : "From each medium some files; open them.",
                "See the recovery key of what is encrypted, and try it.",
                "Who ticks this says that it was read back: the handover names them.",
            ],
            "A backup that nobody read back is none.",
            [],
            10
        )
        {
            WaitHours = plan.Verify ? hours : null,
        };
    }
}
