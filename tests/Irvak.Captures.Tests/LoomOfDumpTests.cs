using Irvak.Core;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Lanes;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Captures.Tests;

/// <summary>What the distribution's lister prints of a PCI bus, read, drafted into a sheet and laid out as lanes.</summary>
public class LoomOfDumpTests
{
    private static string Lister => File.Exists("/usr/bin/lspci") ? "/usr/bin/lspci" : "/usr/sbin/lspci";

    // Two ports with a slot's number: behind the first a link as wide as it can be, behind the second one that trained down.
    private static readonly byte[] Tree = new PciDump()
        .RootPort("00:01.0", (1, 1), (4, 3), (16, 8), slot: 5, watt: 75)
        .Endpoint("01:00.0", 0x0107, (3, 3), (8, 8), payload: 1)
        .RootPort("00:02.0", (2, 2), (4, 3), (8, 4), slot: 6, watt: 25)
        .Endpoint("02:00.0", 0x0200, (4, 3), (8, 4), payload: 0)
        .Bytes;

    private static JobState Surveyed()
    {
        // A board's own devices, so that there is a sheet to draft; everything of the bus comes from the dump.
        var board = new Observation
        {
            Product = "Dump",
            Devices =
            [
                new()
                {
                    Locator = "DIMM A1",
                    SizeMiB = 16_384,
                    Module = new() { Generation = MemoryGeneration.Ddr4, CapacityMiB = 16_384 },
                    Line = 1,
                },
            ],
        };
        var seen = Core.Observations.Readings.Over(board, CaptureReader.Read(Tool.OnFile(Lister, Tree, f => ["-F", f, "-vvnn"])).Seen);
        var state = EditFold.Apply(JobState.Start, new AdoptSheet(SheetDraft.From(seen)!), new Stamp("Ines", default));
        state = EditFold.Apply(state, new ReadBefore(seen, "PCI listing"), new Stamp("Ines", default));
        return EditFold.Apply(state, AsFound.From(state.Sheet!, seen, "PCI listing"), new Stamp("Ines", default));
    }

    [Fact]
    public void A_dump_is_read_and_drawn_as_lanes()
    {
        var lanes = LaneSheet.Of(Question.Of(Surveyed(), EvidenceBook.Empty, ShelfBook.Empty).Lanes);
        Assert.Equal(
            [(Place.Card("S5"), 16, 4, 8), (Place.Card("S6"), 8, 4, 8)],
            lanes.Branches.Select(b => (b.Place, b.Wired!.Value, b.Gen!.Value, b.Used))
        );
        Assert.Equal((3, 8), (lanes.Branches[0].Ends[0].Gen, lanes.Branches[0].Ends[0].Width));
    }

    [Fact]
    public void A_link_that_trained_down_is_recognised_with_its_likeliest_cause()
    {
        var state = Surveyed();
        var finding = Assert.Single(Evaluation.Evaluate(Question.Of(state, EvidenceBook.Empty, ShelfBook.Empty)).Findings, f =>
            f.Rule.Code == "LANE-TRAINED"
        );
        Assert.Equal([Place.Card("S6")], finding.Places);
        Assert.True(finding.AsFoundToo);
        Assert.Contains(
            "runs at ×4 gen 3; both ends could do ×8 gen 4. Likeliest: not seated fully, or a riser or cable made for less",
            finding.Sentence
        );
    }

    [Fact]
    public void What_was_planned_is_compared_with_the_dump_afterwards()
    {
        var state = Surveyed();
        var card = new Core.Builds.Unit
        {
            Card = new()
            {
                Name = "Lumick",
                Role = CardRole.Network,
                Mech = 8,
                Elec = 8,
                Gen = 4,
            },
            Source = "shelf",
        };
        state = EditFold.Apply(state, new Fit(Place.Card("S6"), card), new Stamp("Ines", default));
        state = EditFold.Apply(state, new ReadAfter(state.Readings["PCI listing"], "PCI listing"), new Stamp("Ines", default));
        var line = Assert.Single(Lines(state), l => l.Expected.Key == "link.card:S6");
        Assert.Equal(("×8 gen 4", Core.Expectations.LineState.Deviates), (line.Expected.Expected, line.State));
        Assert.StartsWith("×4 gen 3. Likeliest: not seated fully", line.Seen, StringComparison.Ordinal);
    }

    private static IReadOnlyList<Core.Expectations.ComparedLine> Lines(JobState state) =>
        Core.Expectations.Comparison.Of(
            state.Sheet!,
            Evaluation.Evaluate(Question.Of(state, EvidenceBook.Empty, ShelfBook.Empty)).Expectations,
            state.Proof.After,
            state.Proof.Answers
        );
}
