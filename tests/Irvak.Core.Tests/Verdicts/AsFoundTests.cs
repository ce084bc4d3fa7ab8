using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Lanes;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Verdicts;

/// <summary>What was so before the plan is said to be so, whatever kind of finding it is. Definition.</summary>
public sealed class AsFoundTests
{
    [Fact]
    public void An_array_that_was_degraded_before_is_as_found() =>
        Assert.True(
            InArray(4, "raid5", r => r with { Present = 3 })
                .With(Boards.Fit("B1"))
                .Evaluate()
                .Findings.Single(f => f.Rule.Code == "ARR-DEGRADED")
                .AsFoundToo
        );

    [Fact]
    public void A_finding_of_the_whole_machine_is_as_found_when_it_says_the_same()
    {
        var sheet = Boards.Server with { Memory = Boards.Server.Memory with { EccWorks = false } };
        var e = Boards.Job(sheet, "A1", "C1").With(Boards.Fit("B1")).Evaluate();
        Assert.True(e.Findings.Single(f => f.Rule.Code == "MEM-ECC-UNUSED").AsFoundToo);
        Assert.False(
            Boards.Job(sheet, []).With(Boards.Fit("B1")).Evaluate().Findings.Single(f => f.Rule.Code == "MEM-ECC-UNUSED").AsFoundToo
        );
    }

    [Theory]
    [InlineData("e1.s", "e1.s", false)]
    [InlineData("e1.s", "2.5", true)]
    [InlineData("2.5", "e1.s", true)]
    [InlineData("2.5", "2.5", false)]
    public void The_long_thin_form_goes_nowhere_else(string bay, string drive, bool stops)
    {
        var sheet = Sheet with { Bays = [Sheet.Bays[0] with { Form = bay, Bus = "NVMe ×4", HeightMm = null }] };
        var unit = new DriveSheet
        {
            Media = DriveMedia.Flash,
            Protocol = DriveProtocol.Nvme,
            Form = drive,
            Lanes = 4,
            Gen = 4,
            Bytes = 3_840_755_982_336,
        };
        Assert.Equal(
            stops,
            Boards
                .Job(sheet, "A1")
                .With(new Fit(Place.Bay("1"), new() { Drive = unit, Source = "shelf" }))
                .Evaluate()
                .Findings.Any(f => f.Rule.Code == "DRV-FORM")
        );
    }

    [Fact]
    public void A_plate_on_the_back_reaches_to_the_card_before_it()
    {
        var card = new CardSheet
        {
            Name = "Corvath P",
            Role = CardRole.Controller,
            Mech = 8,
            Elec = 8,
            Gen = 3,
            BackPlate = true,
        };
        Finding? Next(bool plate) =>
            LaneBox
                .With((Place.Card("S1"), card with { BackPlate = false }), (Place.Card("S2"), card with { BackPlate = plate }))
                .Evaluate()
                .Findings.FirstOrDefault(f => f.Rule.Code == "CARD-NEXT");
        Assert.Equal(
            "Corvath P in [[card:S2]] reaches to [[card:S1]], whose card "
                + "Corvath P stands right beside it: measure before, 1 to 2 mm decide.",
            Next(true)!.Sentence
        );
        Assert.Null(Next(false));
    }

    [Fact]
    public void Any_edit_of_the_plan_is_a_plan()
    {
        var job = LaneBox.Empty();
        Assert.Equal(Stage.Aim, Of(job));
        Assert.NotEqual(Stage.Aim, Of(job.With(new SetSplit("S1", [8, 8]))));
        Assert.NotEqual(Stage.Aim, Of(job.With(new StaggerStart(2, 6))));

        static Stage Of(JobState state) => Progress.Of(state, state.Evaluate()).Stage;
    }
}
