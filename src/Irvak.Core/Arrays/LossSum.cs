using Irvak.Core.Drives;
using Irvak.Core.Quantities;

namespace Irvak.Core.Arrays;

/// <summary>Follows the chance of a loss from what is assumed of the drives.</summary>
internal static class LossSum
{
    private const string Source =
        "continuous-time Markov chain over failed drives, lives exponential, groups independent; solved by uniformisation";

    /// <param name="life">Mean life of the drive that lives shortest, with where it is from.</param>
    /// <param name="rebuild">Null where there is nothing to rebuild from.</param>
    public static Worked Of(ArrayShape shape, LossQuestion q, LossChance loss, Sourced<double> life, Rebuild? rebuild)
    {
        List<WorkedLine> lines =
        [
            .. shape
                .Groups.GroupBy(g => (g.Count, g.Tolerance))
                .Select(g =>
                    g.Key.Tolerance == 0
                        ? new WorkedLine($"{g.Count() * g.Key.Count} drives: with any of them it is lost", "survives none")
                        : new WorkedLine(
                            $"{g.Count()} × {g.Key.Count} drives, lost with {g.Key.Tolerance + 1} of them at once",
                            $"survives {g.Key.Tolerance}"
                        )
                ),
            new($"mean life of a drive: {life.Source}", $"{Throughput.Group(Math.Round(q.MttfHours))} h"),
        ];
        if (rebuild is not null)
        {
            lines.Add(
                new(
                    $"until a failed one is made up for: {Hours(q.RepairHours - rebuild.Hours)} "
                        + $"to the start, {Hours(rebuild.Hours)} rebuild",
                    Hours(q.RepairHours)
                )
            );
            lines.Add(new("unreadable sector met by the rebuild after the last failure it survives", Chance.Words(q.UnreadableChance)));
            lines.Add(new("array lost", Chance.Words(loss.Array)));
            lines.Add(new("array kept, sectors lost", Chance.Words(loss.Sectors)));
        }
        return new(lines, new($"lost within {ArrayFigures.YearsOfLoss:0} years", Chance.Words(loss.Either), true), Source);
    }

    private static string Hours(double hours) => $"{Math.Max(0, hours):0.#} h";
}
