using System.Text.Json;
using Irvak.Core.Evidence;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>
/// Works a job out as its screens show it, and writes it down as the answer will be written: what passes here can be opened again.
/// One for each request; it keeps the last answer, so that nothing is worked out twice.
/// </summary>
public sealed class Judging(EvidenceBook evidence, IReadOnlyDictionary<string, ShelfPart> shelf, JsonSerializerOptions json)
{
    private byte[]? _written;

    public JobView? View { get; private set; }

    public JobListing Judge(Job job)
    {
        var view = JobView.Of(job, evidence, shelf);
        _written = JsonSerializer.SerializeToUtf8Bytes(view, json);
        View = view;
        return SmallPlate.Listing(view);
    }

    /// <summary>The job as it stands; one that can't be worked out shows what is left of it.</summary>
    public JobView Seen(Job job, ILogger log)
    {
        try
        {
            if (View is null || View.Number != job.Number || View.LastNumber != job.LastNumber)
                Judge(job);
        }
        catch (Exception e) when (e is not (OperationCanceledException or OutOfMemoryException))
        {
            log.LogError(e, "Job {Number} can't be worked out at entry {Entry}.", job.Number, job.LastNumber);
            View = JobView.Damaged(job, DamagedPart.Of(e));
            _written = JsonSerializer.SerializeToUtf8Bytes(View, json);
        }
        return View!;
    }

    /// <summary>The job as an answer.</summary>
    public IResult Answer(Job job, ILogger log)
    {
        Seen(job, log);
        return Results.Bytes(_written!, "application/json; charset=utf-8");
    }
}
