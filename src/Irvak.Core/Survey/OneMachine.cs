using Irvak.Core.Builds;
using Irvak.Core.Observations;

namespace Irvak.Core.Survey;

/// <summary>What one capture says, with the name of its file.</summary>
/// <param name="Name">File name within an archive; null for pasted text.</param>
/// <param name="Kind">What it is, in words.</param>
public readonly record struct SeenFile(string? Name, string Kind, Observation Seen);

/// <summary>A file that was not taken, for it is of another machine.</summary>
/// <param name="Name">File name within an archive; null for pasted text.</param>
/// <param name="Machine">The machine that it tells of, in words; sent back, it is taken all the same.</param>
public sealed record LeftOut(string? Name, string Machine, string Sentence);

/// <summary>Which captures are of the machine that a job is about. What tells no machine is of this one.</summary>
public static class OneMachine
{
    /// <param name="chosen">The machine that a person chose, in the words of its mark; null to go by what the job was told already, and by
    /// the first file where it was told nothing.</param>
    public static (List<T> Mine, List<LeftOut> Others) Of<T>(MachineState job, IEnumerable<T> files, Func<T, SeenFile> read, string? chosen)
    {
        var (mine, others) = (new List<T>(), new List<LeftOut>());
        var known = MachineMark.Known(job).ToList();
        foreach (var file in files)
        {
            var (name, kind, seen) = read(file);
            var (mark, kinds) = (MachineMark.Of(seen), SurveyFold.Kinds(kind).ToList());
            var isMine =
                !mark.TellsAny
                || (
                    chosen is null
                        ? !known.Any(k => mark.IsAnother(k.Mark, k.Kinds.Count == 0 || k.Kinds.Intersect(kinds).Any()))
                        : mark.Words == chosen
                );
            if (!isMine)
                others.Add(new(name, mark.Words, Said(name, mark, known.Select(k => k.Mark).FirstOrDefault())));
            else
            {
                mine.Add(file);
                if (mark.TellsAny)
                    known.Add((kinds, mark));
            }
        }
        return (mine, others);
    }

    private static string Said(string? name, MachineMark mark, MachineMark? known) =>
        $"{name ?? "This"} is of another machine, {mark.Words}" + (known is null ? "." : $"; the job is about {known.Words}.");
}
