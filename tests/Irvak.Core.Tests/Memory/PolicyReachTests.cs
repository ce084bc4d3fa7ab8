using Irvak.Core.Evidence;
using Irvak.Core.Memory;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Memory;

public class PolicyReachTests
{
    private static IReadOnlyList<PolicyReach> Of(MemoryBoard board, EvidenceBook? book, params ModuleSheet[] shelf) =>
        PolicyReach.Of(
            Question
                .Of(
                    Boards.Job(Boards.Server with { Memory = board }, "A1"),
                    book ?? EvidenceBook.Empty,
                    shelf.Select((m, i) => new ShelfPart { Id = $"p{i}", Module = m }).ToDictionary(p => p.Id)
                )
                .Memory
        );

    private static MemoryBoard Board => Boards.Server.Memory;

    [Fact]
    public void Each_policy_reaches_as_far_as_it_allows()
    {
        // The list ends at 32 GiB; 64 GiB were seen to work three times, of 128 GiB nobody knows.
        var book = new EvidenceBook([.. Enumerable.Range(1, 3).Select(i => Boards.Tried(64, Outcome.Works, i))]);
        var reach = Of(Board, book, Boards.Module(32), Boards.Module(64), Boards.Module(128), Boards.Module(16));
        Assert.Equal(
            [(Policy.Listed, 32 * 1024L, 0), (Policy.FieldProven, 128 * 1024L, 2), (Policy.Sound, 128 * 1024L, 2)],
            reach.Select(r => (r.Policy, r.LargestMiB!.Value, r.OffList!.Value))
        );
        Assert.Equal("on the sheet", reach[0].Evidence);
    }

    [Fact]
    public void A_module_of_512_MiB_is_no_module_of_nothing() =>
        Assert.All(Of(Board, null, Boards.Module() with { CapacityMiB = 512 }), r => Assert.Equal(512, r.LargestMiB));

    [Fact]
    public void Only_what_goes_into_the_slots_counts()
    {
        ModuleSheet[] others =
        [
            Boards.Module(64, generation: MemoryGeneration.Ddr5),
            Boards.Module(64, form: ModuleForm.SoDimm),
            Boards.Module(64, type: ModuleType.Unbuffered),
            Boards.Module(64) with
            {
                Type = null,
            },
            Boards.Module() with
            {
                CapacityMiB = null,
            },
        ];
        Assert.All(Of(Board, null, others), r =>
            Assert.Equal((null, "nothing on the shelf suits", 0), (r.LargestMiB, r.Evidence, r.OffList))
        );
        Assert.All(Of(Board, null, [.. others, Boards.Module(8)]), r => Assert.Equal(8 * 1024, r.LargestMiB));
    }

    [Fact]
    public void What_suits_slots_that_nobody_told_of_is_not_known()
    {
        void Says(MemoryBoard board, string why) =>
            Assert.All(Of(board, null, Boards.Module(8)), r => Assert.Equal((null, why, null), (r.LargestMiB, r.Evidence, r.OffList)));
        Says(Board with { Generation = null }, "not known: the generation of its slots was not told");
        Says(Board with { Form = null }, "not known: the form of its slots was not told");
        Says(Board with { Types = null }, "not known: the type of its slots was not told");
        Says(Board with { Generation = null, Types = null }, "not known: the generation and type of its slots were not told");
    }

    [Fact]
    public void Without_the_end_of_the_makers_list_nothing_is_called_on_it() =>
        Assert.All(Of(Board with { SlotLimitGiB = null }, null, Boards.Module(256)), r =>
            Assert.Equal(
                (256 * 1024L, "suits the slots; where the maker's list ends is not known", (int?)null),
                (r.LargestMiB, r.Evidence, r.OffList)
            )
        );
}
