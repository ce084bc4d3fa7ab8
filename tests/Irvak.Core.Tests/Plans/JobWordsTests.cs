using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Plans;

/// <summary>The words a job is found by. Definition, no source.</summary>
public class JobWordsTests
{
    private static string[] Words(JobState state) => JobWords.Of("0042", "Tide gauges, new", "Tidehouse", "Ines", state).Split(' ');

    [Fact]
    public void A_job_without_a_machine_has_the_words_that_were_said() =>
        Assert.Equal(["0042", "42", "tide", "gauges", "new", "tidehouse", "ines"], Words(JobState.Start));

    [Fact]
    public void What_is_found_and_what_is_planned_are_words_with_their_serials_each_once()
    {
        var module = new ModuleSheet
        {
            Maker = "Ostrel",
            CapacityMiB = 32 * 1024,
            RateMTs = 4800,
        };
        var found = new Unit
        {
            Module = module,
            Serial = "FND-1",
            Source = "by hand",
        };
        var planned = new Unit
        {
            Module = module,
            Serial = "PLN-2",
            Source = "by hand",
            ShelfPartId = "rdimm-32",
        };
        var state = EditFold.Apply(
            JobState.Start with
            {
                Found = JobState.Start.Found.SetItem(Place.Slot("A1"), found),
            },
            new Fit(Place.Slot("A2"), planned),
            new Stamp("Ines", default)
        );
        var words = Words(state);
        Assert.Empty(((string[])["fnd-1", "pln-2", "rdimm-32", "ostrel", "32gb", "4800"]).Except(words));
        Assert.Equal(words.Distinct(), words);
    }

    [Fact]
    public void The_machine_is_found_by_what_it_is_called_and_numbered() =>
        Assert.Equal(
            ["sn-77", "tidebox", "10.0.0.9"],
            Words(
                JobState.Start with
                {
                    System = new()
                    {
                        Serial = "SN-77",
                        HostName = "Tidebox",
                        ManagementAddress = "10.0.0.9",
                    },
                }
            )[^3..]
        );
}
