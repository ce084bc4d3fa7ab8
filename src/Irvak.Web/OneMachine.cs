using Irvak.Core.Plans;
using Irvak.Core.Survey;

namespace Irvak.Web;

/// <summary>A file that was not taken, for it is of another machine.</summary>
/// <param name="Name">File name within an archive; null for pasted text.</param>
/// <param name="Machine">The machine that it tells of, in words; sent back, it is taken all the same.</param>
public sealed record LeftOut(string? Name, string Machine, string Sentence);

/// <summary>Which captures are of the machine that a job is about. What tells no machine is of this one.</summary>
public static class OneMachine
{
    /// <param name="chosen">The machine that a person chose, in the words of its mark; null to go by what the job was told already, and by
    /// the first file where it was told nothing.</param>
    public static (List<CaptureFile> Mine, List<LeftOut> Others) Of(JobState job, IEnumerable<CaptureFile> files, string? chosen)
    {
        var (mine, others) = (new List<CaptureFile>(), new List<LeftOut>());
        var known = MachineMark.Known(job).ToList();
        foreach (var file in files)
        {
            var mark = MachineMark.Of(file.Reading.Seen);
            var kinds = SurveyFold.Kinds(file.Reading.Kind).ToList();
            if (!mark.TellsAny)
                mine.Add(file);
            else if (mark.Words == chosen || (chosen is null && !known.Any(k => mark.IsAnother(k.Mark, k.Kinds.Intersect(kinds).Any()))))
            {
                mine.Add(file);
                known.Add((kinds, mark));
            }
            else
                others.Add(
                    new(
                        file.Name,
                        mark.Words,
                        $"{file.Name ?? "This"} is of another machine, {mark.Words}"
                            + (known is [var first, ..] ? $"; the job is about {first.Mark.Words}." : ".")
                    )
                );
        }
        return (mine, others);
    }
}
