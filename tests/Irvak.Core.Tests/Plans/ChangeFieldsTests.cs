using System.Text.Json;
using System.Text.Json.Serialization;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Running;
using Irvak.Core.Volumes;

namespace Irvak.Core.Tests.Plans;

/// <summary>An edit of single fields changes those and nothing else, and tells from what to what.</summary>
public class ChangeFieldsTests
{
    private static readonly ArrayPlan Plan = new(
        "M",
        ArrayLevel.Parity1,
        [Place.Slot("A1"), Place.Slot("B1"), Place.Slot("C1")],
        StripKiB: 64
    );

    private static JobState With(params Edit[] edits) =>
        edits
            .Prepend(new AdoptSheet(Boards.Server))
            .Aggregate(JobState.Start, (s, e) =>
            {
                Assert.Null(EditFold.Refusal(s, e));
                return EditFold.Apply(s, EditFold.Completed(s, e), Boards.Stamp);
            });

    private static ChangeFields To(string subject, params (string Field, object? Value)[] to) =>
        new(subject, to.ToDictionary(t => t.Field, t => t.Value is null ? (JsonElement?)null : JsonSerializer.SerializeToElement(t.Value)));

    private static ChangeFields List(string subject, string field, string[] add, string[] drop) =>
        new(subject, new Dictionary<string, JsonElement?>(), new Dictionary<string, ListChange> { [field] = new(add, drop) });

    private static HistoryEntry Entry(int number, Edit edit, string who = "Bao") =>
        new(number, new Stamp(who, default), EntryKind.Edit, edit, []);

    [Fact]
    public void Two_that_change_different_fields_of_one_array_take_nothing_back_and_do_not_clash()
    {
        var (use, strip) = (To("array:M", ("use", "cameras")), To("array:M", ("stripKiB", 1024)));
        var array = With(new MakeArray(Plan), use, strip).Arrays.Plans["M"]!;
        Assert.Equal((ArrayUse.Cameras, 1024, ArrayLevel.Parity1), (array.Use, array.StripKiB, array.Level));
        Assert.Empty(Clashes.Find(strip, [Entry(3, use)]));
        // The same field, the whole array, and its members one by one.
        Assert.Equal("strip of array M", Assert.Single(Clashes.Find(strip, [Entry(3, To("array:M", ("stripKiB", 128)))])).What);
        Assert.NotEmpty(Clashes.Find(strip, [Entry(3, new DropArray("M"))]));
        Assert.Empty(Clashes.Find(List("array:M", "members", ["slot:D1"], []), [Entry(3, List("array:M", "members", ["slot:E1"], []))]));
        Assert.Single(Clashes.Find(List("array:M", "members", [], ["slot:A1"]), [Entry(3, List("array:M", "members", ["slot:A1"], []))]));
    }

    /// <summary>Two quick changes of one hand, each sent before the other was drawn.</summary>
    [Fact]
    public void Fields_of_a_volume_and_of_what_runs_take_nothing_of_each_other_back()
    {
        var state = With(
            new WishVolume(new WishedVolume("T", ArrayUse.Archive)),
            To("volume:T", ("onItTB", 11.4)),
            To("volume:T", ("growthTB", 3.6)),
            To("volume:T", ("backedUpTo", "tape")),
            new SayRuns(new RunningThing("guests", RunKind.Guest)),
            To("runs:guests", ("count", 5)),
            To("runs:guests", ("eachGiB", 6))
        );
        var volume = Assert.Single(state.Volumes.All);
        Assert.Equal((11.4, 3.6, "tape", ArrayUse.Archive), (volume.OnItTB, volume.GrowthTB, volume.BackedUpTo, volume.Use));
        Assert.Equal(new RunningThing("guests", RunKind.Guest, 5) { EachGiB = 6 }, Assert.Single(state.Runs.All));
        var change = (ChangeFields)EditFold.Completed(state, To("volume:T", ("growthTB", null)));
        Assert.Equal("changes volume T: more a year from 3.6 TB to nobody said", change.Tell());
        Assert.Equal("/edit/to/onItTB", EditFold.Refusal(state, To("volume:T", ("onItTB", -1)))!.Path);
        Assert.Equal("/edit/to/count", EditFold.Refusal(state, To("runs:guests", ("count", 0)))!.Path);
        Assert.NotNull(EditFold.Refusal(state, To("volume:X", ("onItTB", 1))));
    }

    [Fact]
    public void History_says_which_field_went_from_what_to_what_whatever_was_sent()
    {
        var state = With(new MakeArray(Plan));
        var lie = To("array:M", ("stripKiB", 1024), ("writtenGBPerDay", 20)) with
        {
            Was = new Dictionary<string, JsonElement?> { ["stripKiB"] = JsonSerializer.SerializeToElement(5) },
        };
        Assert.Equal(
            "changes array M: strip from 64 KiB to 1024 KiB; written a day from the usual to 20 GB",
            EditFold.Completed(state, lie).Tell()
        );
        var both = new Together("both", [To("array:M", ("stripKiB", 128)), To("array:M", ("stripKiB", 256))]);
        Assert.Equal(
            ["changes array M: strip from 64 KiB to 128 KiB", "changes array M: strip from 128 KiB to 256 KiB"],
            ((Together)EditFold.Completed(state, both)).Edits.Select(e => e.Tell())
        );
    }

    [Fact]
    public void Null_leaves_the_usual_value()
    {
        Assert.Null(With(new MakeArray(Plan), To("array:M", ("stripKiB", null))).Arrays.Plans["M"]!.StripKiB);
        Assert.Equal(
            ArrayUse.Files,
            With(new MakeArray(Plan with { Use = ArrayUse.Cameras }), To("array:M", ("use", null))).Arrays.Plans["M"]!.Use
        );
    }

    [Fact]
    public void What_comes_into_a_list_takes_its_place_in_the_order_of_the_chassis_unless_there_is_another_order()
    {
        Assert.Equal(
            [Place.Slot("A1"), Place.Slot("B1"), Place.Slot("B2"), Place.Slot("C1")],
            With(new MakeArray(Plan), List("array:M", "members", ["slot:B2"], [])).Arrays.Plans["M"]!.Members
        );
        var mixed = Plan with { Members = [Place.Slot("C1"), Place.Slot("A1"), Place.Slot("B1")] };
        Assert.Equal(
            [Place.Slot("A1"), Place.Slot("B1"), Place.Slot("B2")],
            With(new MakeArray(mixed), List("array:M", "members", ["slot:B2"], ["slot:C1"])).Arrays.Plans["M"]!.Members
        );
        Assert.Equal(
            [Place.Slot("C1"), Place.Slot("A1"), Place.Slot("B1"), Place.Slot("A2")],
            With(new MakeArray(mixed), List("array:M", "members", ["slot:A2"], [])).Arrays.Plans["M"]!.Members
        );
    }

    public static TheoryData<ChangeFields, string> Refused =>
        new()
        {
            { To("array:N", ("stripKiB", 64)), "/edit/subject" },
            { To("array:M", ("stripKiB", 65)), "/edit/to/stripKiB" },
            { To("array:M", ("stripKiB", "wide")), "/edit/to/stripKiB" },
            { To("array:M", ("name", "N")), "/edit/to/name" },
            { To("array:M", ("colour", "teal")), "/edit/to/colour" },
            { To("array:M", ("level", "level-9")), "/edit/to/level" },
            { To("array:M", ("members", null)), "/edit/to/members" },
            { To("array:M", ("groups", 65)), "/edit/to/groups" },
            { To("array:M"), "/edit/to" },
            { List("array:M", "members", ["slot:Z9"], []), "/edit/to/members/3" },
            { List("array:M", "members", [], ["slot:A1", "slot:B1", "slot:C1"]), "/edit/to/members" },
            { List("array:M", "use", ["slot:A1"], []), "/edit/lists/use" },
            { To("boot", ("baseGB", 5)), "/edit/subject" },
            { To("start", ("seconds", 61), ("drives", 4)), "/edit/to/seconds" },
            { To("figures", ("diskFailures", 1.0)), "/edit/to/diskFailures" },
        };

    [Theory]
    [MemberData(nameof(Refused))]
    public void What_can_not_be_is_refused_with_the_path_of_the_field(ChangeFields change, string path) =>
        Assert.Equal(path, EditFold.Refusal(With(new MakeArray(Plan)), change)?.Path);

    [Fact]
    public void Caches_boot_figures_and_start_are_changed_field_by_field_too()
    {
        var state = With(
            new MakeArray(Plan),
            new PlanCache(new CachePlan("K", [Place.Slot("D1")], [new("M", 100)])),
            new PlanBoot(new BootPlan([Place.Slot("D2")])),
            new SetFigures(new DriveFigures(0.02)),
            To("cache:K", ("writeBack", true)),
            To("cache:K", ("blockKiB", 128)),
            To("boot", ("baseGB", 12)),
            To("figures", ("rebuildShare", 0.5)),
            To("start", ("drives", 4))
        );
        Assert.Equal((true, 128), (state.Caches.Plans["K"].WriteBack, state.Caches.Plans["K"].BlockKiB));
        Assert.Equal((12, 10), (state.Boot.Plan!.BaseGB, state.Boot.Plan.StagingGB));
        Assert.Equal((0.02, 0.5), (state.Drives.Figures.DiskFailures, state.Drives.Figures.RebuildShare));
        Assert.Equal(4, state.Power.Stagger.Drives);
    }

    [Fact]
    public void Undo_of_the_array_names_the_changes_that_rest_on_it()
    {
        HistoryEntry[] entries =
        [
            Entry(1, new AdoptSheet(Boards.Server)),
            Entry(2, new MakeArray(Plan), "Ines"),
            Entry(3, To("array:M", ("use", "cameras"))),
        ];
        Assert.Equal([3], History.PlanUndo(entries, "Ines").Dependents);
    }

    [Fact]
    public void Every_field_that_can_be_changed_has_words()
    {
        Type[] types =
        [
            typeof(ArrayPlan),
            typeof(CachePlan),
            typeof(BootPlan),
            typeof(WishedVolume),
            typeof(RunningThing),
            typeof(DriveFigures),
            typeof(StaggerStart),
        ];
        foreach (var type in types)
        foreach (
            var field in type.GetProperties()
                .Where(p => p.SetMethod is not null && p.Name != "Name" && !Attribute.IsDefined(p, typeof(JsonIgnoreAttribute)))
        )
            Assert.True(FieldWords.Knows(JsonNamingPolicy.CamelCase.ConvertName(field.Name)), $"{type.Name}.{field.Name}");
    }

    [Theory]
    [InlineData("wish:MemoryGiB", "the wish for memory")]
    [InlineData("found:slot:A1", "what was found in A1")]
    [InlineData("array:M#members slot:A1", "drives A1 of array M")]
    [InlineData("air:fan:2", "fan 2")]
    [InlineData("slot:A1", "A1")]
    [InlineData("figures#diskExponent", "exponent of unreadable sectors of a disk of the figures of drives")]
    public void Subjects_are_called_as_people_call_them(string subject, string words) => Assert.Equal(words, SubjectWords.Of(subject));

    [Fact]
    public void A_clash_of_figures_shows_figures_and_not_the_code_behind_them()
    {
        var clash = Assert.Single(
            Clashes.Find(new SetFigures(new DriveFigures(0.03)), [Entry(2, new SetFigures(new DriveFigures(0.02, DiskExponent: 14)))])
        );
        Assert.Equal(
            (
                "share of disks that fail in a year 0.02; exponent of unreadable sectors of a disk 14",
                "share of disks that fail in a year 0.03"
            ),
            (clash.Theirs, clash.Yours)
        );
    }
}
