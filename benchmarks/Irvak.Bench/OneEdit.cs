using System.Diagnostics;
using Irvak.Core.Edits;
using Irvak.Core.Inputs;
using Irvak.Core.Plans;
using Irvak.Store;
using Irvak.Web;

namespace Irvak.Bench;

/// <summary>A module that is changed in a machine of the demo, without host, wire and database: the job worked out, and the documents,
/// the listing and the answer written. Nothing is kept of it but what an edit keeps.</summary>
internal sealed class OneEdit
{
    private readonly Cases _cases;
    private JobState _state;
    private Parts? _stored;
    private ShownJob? _shown;
    private int _count;

    public OneEdit(Cases cases)
    {
        (_cases, _state) = (cases, cases.Plain());
        // As in a host that was at work for a while.
        Milliseconds(TimeSpan.FromSeconds(8));
    }

    /// <summary>Of one, in the middle of those that fit into a turn.</summary>
    public double Milliseconds(TimeSpan turn)
    {
        var times = new List<double>();
        for (var from = Stopwatch.GetTimestamp(); Stopwatch.GetElapsedTime(from) < turn; )
        {
            var one = Stopwatch.GetTimestamp();
            Next();
            times.Add(Stopwatch.GetElapsedTime(one).TotalMilliseconds);
        }
        return Alternating.Median(times);
    }

    private void Next()
    {
        var edit = _cases.Module(_count++);
        _state = EditFold.Apply(_state, edit, new Stamp("bench", default));
        _stored = Parts.Of(_state, Database.Json, _stored);
        var job = new Job(1, "1", "t", "o", "b", default, _count, _state);
        var kept = new Kept(_shown?.Kept);
        var view = JobView.Of(job, _cases.Evidence, _cases.Shelf, kept);
        _shown = ShownJob.After(_shown, view, kept, Database.Json);
        if (
            _shown.Steps.Value is null
            || _stored.Text().Length == 0
            || Database.ToJson(edit).Length == 0
            || SmallPlate.Listing(view, job).Words is null
        )
            throw new InvalidOperationException("Nothing was written.");
    }
}
