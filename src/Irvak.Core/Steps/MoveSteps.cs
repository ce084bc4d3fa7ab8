using Irvak.Core.Moving;
using Irvak.Core.Places;

namespace Irvak.Core.Steps;

/// <summary>What is done for data that moves: before its drives are touched, and once the new ones are there.</summary>
internal static class MoveSteps
{
    internal static IEnumerable<Step> Of(IReadOnlyList<MoveSubject> subjects, bool before)
    {
        foreach (var s in subjects.Where(s => s.Planned is not null))
        {
            var planned = s.Planned!;
            var option = s.Options.First(o => o.Way == planned.Way);
            var hours = option.Hours is > 0 and var h ? $" Up to {h:0.#} h." : "";
            var to = planned.To is null ? "" : $" to {Place.NameIn(planned.To)}";
            if (before && planned.Way is MoveWay.Restore or MoveWay.Copy or MoveWay.Clone)
                yield return new(
                    "move:before:" + s.Key,
                    Runbook.Off,
                    $"Make sure of what is on {s.Name}",
                    [
                        "See its recovery key, if it is encrypted, and try it.",
                        "Read a trial set of the backup back and open it.",
                        "Note how much there is: volume and number of files.",
                    ],
                    $"Going back means restoring {option.NoReturn}.",
                    s.Places,
                    15
                );
            if (!before && planned.Way != MoveWay.Nothing)
                yield return new(
                    "move:after:" + s.Key,
                    Runbook.Start,
                    $"{option.Name}: {s.Name}{to}",
                    [$"{option.Name}{to}.{hours}", $"Verify: {option.Verify}.", "Keep the old drives as they are until that is done."],
                    $"Going back means restoring {option.NoReturn}.",
                    s.Places,
                    20
                );
        }
    }
}
