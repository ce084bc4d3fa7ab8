using System.Text.Json;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Store;
using Irvak.Web.Demo;
using Microsoft.Extensions.Logging.Abstractions;

namespace Irvak.Web.Tests;

/// <summary>What was worked out for an edit that then did not stand is not answered.</summary>
public class JudgingTests
{
    private static readonly JsonSerializerOptions Json = Written();

    private static JsonSerializerOptions Written()
    {
        var json = new JsonSerializerOptions(JsonSerializerDefaults.Web);
        Strictly.Configure(json);
        return json;
    }

    private static Job With(string note)
    {
        var sheet = DemoFiles.Sheets(Irvak.Tests.Repository.At("demo")).Single(s => s.Id == "brannick-torr-32");
        var stamp = new Stamp("Ines", DateTimeOffset.UnixEpoch);
        var state = EditFold.Apply(JobState.Start, new AdoptSheet(sheet), stamp);
        return new(1, "0101", "t", "o", "Ines", default, 2, EditFold.Apply(state, new SetNote("machine", note), stamp));
    }

    [Fact]
    public void A_job_of_the_same_number_with_another_state_is_worked_out_anew()
    {
        var judging = new Judging(EvidenceBook.Empty, new Dictionary<string, ShelfPart>(), Json, new ShownJobs());
        var (ahead, stands) = (With("what was to be"), With("what another wrote"));
        judging.Judge(ahead);
        var seen = JsonSerializer.Serialize(judging.Seen(stands, NullLogger.Instance), Json);
        Assert.Contains("what another wrote", seen);
        Assert.DoesNotContain("what was to be", seen);
    }
}
