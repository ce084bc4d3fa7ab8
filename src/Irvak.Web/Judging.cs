using System.Text.Json;
using Irvak.Core.Evidence;
using Irvak.Core.Inputs;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>
/// Works a job out as its screens show it, and writes it down as the answer will be written: what passes here can be opened again.
/// One for each request; it keeps the last answer, so that nothing is worked out twice.
/// </summary>
public sealed class Judging(
    EvidenceBook evidence,
    IReadOnlyDictionary<string, ShelfPart> shelf,
    JsonSerializerOptions json,
    ShownJobs shown
)
{
    private ShownJob? _answer;

    // An edit is worked out before it is known that it will stand: an answer is of the very state that was judged, or is made anew.
    private JobState? _judged;

    public JobView? View => _answer?.View;

    public JobListing Judge(Job job)
    {
        var before = shown.Last.TryGet(job.Number, out var last) ? last : null;
        var kept = new Kept(before?.Kept);
        _answer = ShownJob.After(before, JobView.Of(job, evidence, shelf, kept), kept, json);
        _judged = job.State;
        return SmallPlate.Listing(_answer.View, job);
    }

    /// <summary>The job as it stands; one that can't be worked out shows what is left of it.</summary>
    public JobView Seen(Job job, ILogger log) => Shown(job, log).View;

    private ShownJob Shown(Job job, ILogger log)
    {
        try
        {
            if (View is null || !ReferenceEquals(_judged, job.State) || View.Number != job.Number || View.LastNumber != job.LastNumber)
                Judge(job);
            shown.Last.Put(job.Number, _answer!);
        }
        catch (Exception e) when (e is not (OperationCanceledException or OutOfMemoryException))
        {
            log.LogError(e, "Job {Number} can't be worked out at entry {Entry}.", job.Number, job.LastNumber);
            _answer = ShownJob.After(null, JobView.Damaged(job, DamagedPart.Of(e)), new Kept(), json);
        }
        return _answer!;
    }

    /// <summary>The job as an answer: what changed since the one that the sender holds, else the whole.</summary>
    public IResult Answer(Job job, ILogger log) => new JobAnswer(Shown(job, log));
}
