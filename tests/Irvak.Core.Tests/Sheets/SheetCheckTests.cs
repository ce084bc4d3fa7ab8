using System.Text.Json;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Tests;

namespace Irvak.Core.Tests.Sheets;

/// <summary>The machine sheets of the demo, and sheets with one thing wrong.</summary>
public sealed class SheetCheckTests
{
    [Fact]
    public void The_believed_source_stands_in_the_field_it_is_about()
    {
        Claim Says(string value, Word word, bool chosen) => new("/memory/totalLimitGiB", value, word, word.ToString(), chosen);
        var sheet = Boards.Server with { Claims = [Says("256", Word.Maker, true), Says("512", Word.Colleague, false)] };
        Assert.DoesNotContain(SheetDoubts.Of(sheet), d => d.Path.StartsWith("/claims", StringComparison.Ordinal));
        Assert.Equal(
            "/claims/1/value",
            SheetDoubts
                .Of(sheet with { Claims = [Says("256", Word.Maker, false), Says("512", Word.Colleague, true)] })
                .Single(d => d.Path.StartsWith("/claims", StringComparison.Ordinal))
                .Path
        );
        Assert.Contains(
            "mark one",
            SheetDoubts.Of(sheet with { Claims = [Says("256", Word.Maker, false)] }).Single(d => d.Path == "/claims/0").Text
        );
    }

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    public static TheoryData<string> DemoSheets =>
        [.. Directory.GetFiles(Path.Combine(Repository.Root, "demo", "sheets"), "*.json").Select(p => Path.GetFileName(p)!)];

    [Theory]
    [MemberData(nameof(DemoSheets))]
    public void A_sheet_of_the_demo_is_right_and_raises_no_doubt(string file)
    {
        Assert.Empty(SheetCheck.Check(Load(file)));
        Assert.Empty(SheetDoubts.Of(Load(file)));
    }

    [Theory]
    [InlineData("""{"slotLimitGiB":8,"totalLimitGiB":4096}""", "/memory/totalLimitGiB", "make 16")]
    [InlineData("""{"generation":"DDR4","rates":[{"perChannel":1,"rateMTs":1333}]}""", "/memory/rates/0/rateMTs", "no rate of 1333")]
    [InlineData("""{"rates":[{"perChannel":1,"rateMTs":2133},{"perChannel":2,"rateMTs":2400}]}""", "/memory/rates/1/rateMTs", "swapped")]
    [InlineData("""{"rates":[{"perChannel":3,"rateMTs":2133}]}""", "/memory/rates/0/perChannel", "No channel has 3")]
    public void Figures_that_do_not_go_together_are_doubted_not_refused(string memory, string path, string words)
    {
        var sheet = JsonSerializer.Deserialize<MachineSheet>(
            $$"""{"id":"x","name":"x","sockets":[{"id":"CPU"}],"channels":[{"id":"A","socket":"CPU","slots":["A1","A2"]}],"memory":{{memory}}}""",
            Json
        )!;
        Assert.Empty(SheetCheck.Check(sheet));
        var doubt = Assert.Single(SheetDoubts.Of(sheet));
        Assert.Equal(path, doubt.Path);
        Assert.Contains(words, doubt.Text, StringComparison.Ordinal);
    }

    /// <summary>Conventional PCI hangs on a bridge (PCI Local Bus): a slot of it takes no lane of a root.</summary>
    [Theory]
    [InlineData("pci", 0)]
    [InlineData("pcie", 1)]
    public void A_slot_of_another_bus_takes_no_lanes(string bus, int doubts)
    {
        var sheet = JsonSerializer.Deserialize<MachineSheet>(
            $$"""
            {"id":"x","name":"x","sockets":[{"id":"CPU"}],"roots":[{"id":"CPU","lanes":16,"gen":3}],"slots":[
            {"id":"E1","mech":16,"elec":16,"gen":3,"root":"CPU"},{"id":"P1","mech":16,"elec":8,"gen":3,"root":"CPU","bus":"{{bus}}"}]}
            """,
            Json
        )!;
        Assert.Equal(doubts, SheetDoubts.Of(sheet).Count(d => d.Path == "/roots/0/lanes"));
    }

    public static TheoryData<string, string, string> Wrong =>
        new()
        {
            { """{"m2":[{"id":"A1","lengths":[80],"wired":"SATA"}]}""", "/m2/0/id", "stands twice" },
            { """{"slots":[{"id":"S1","mech":16,"elec":32,"gen":4}]}""", "/slots/0/elec", "32 lanes wired in a slot of 16" },
            { """{"slots":[{"id":"S1","mech":16,"elec":16,"gen":9}]}""", "/slots/0/gen", "1 to 6" },
            { """{"slots":[{"id":"S1","mech":16,"elec":16,"gen":4,"splits":[[8,8],[8,4,8]]}]}""", "/slots/0/splits/1", "8 + 4 + 8" },
            { """{"slots":[{"id":"S1","mech":16,"elec":16,"gen":4,"splits":[[4,4]]}]}""", "/slots/0/splits/0", "does not sum" },
            { """{"slots":[{"id":"S1","mech":16,"elec":16,"gen":4,"watt":-1}]}""", "/slots/0/watt", "0 to 1000 W" },
            { """{"roots":[{"id":"a"}],"slots":[{"id":"S1","mech":16,"elec":16,"gen":4}]}""", "/slots/0/root", "hangs on no root" },
            {
                """{"roots":[{"id":"a"}],"slots":[{"id":"S1","mech":16,"elec":16,"gen":4,"root":"b"}]}""",
                "/slots/0/root",
                "no root of this sheet"
            },
            { """{"roots":[{"id":"a"},{"id":"b","uplink":"a","uplinkLanes":0}]}""", "/roots/1/uplinkLanes", "1 to 64" },
            { """{"m2":[{"id":"M1","lengths":[80],"wired":"×4","lanes":-4}]}""", "/m2/0/lanes", "0 to 16" },
            {
                """{"supplies":[{"id":"P","watt":500,"connectors":[{"what":"SATA power","count":0}]}]}""",
                "/supplies/0/connectors/0",
                "1 to 64"
            },
            { """{"roots":[{"id":"a","uplink":"b"},{"id":"b","uplink":"a"}]}""", "/roots/0/uplink", "circle" },
            { """{"roots":[{"id":"a","uplink":"moon"}]}""", "/roots/0/uplink", "no root" },
            {
                """{"slots":[{"id":"S1","mech":16,"elec":16,"gen":4},{"id":"S2","mech":16,"elec":16,"gen":4},{"id":"S3","mech":16,"elec":16,"gen":4}],"exclusions":[{"when":"S1","then":"S2"},{"when":"S2","then":"S3"},{"when":"S3","then":"S1"}]}""",
                "/exclusions/0",
                "go in a circle"
            },
            { """{"memory":{"fillOrder":["A1","A1"]}}""", "/memory/fillOrder/1", "twice" },
            { """{"channels":[]}""", "/channels", "at least one memory channel" },
            { """{"exclusions":[{"when":"A1","then":"S9"}]}""", "/exclusions/0/then", "no place" },
            {
                """{"bays":[{"group":"front","form":"3.5","stance":"flat","names":["1","2"],"cols":3,"bus":"SATA"}]}""",
                "/bays/0/cols",
                "3 columns"
            },
            {
                """{"bays":[{"group":"front","form":"9.5","stance":"flat","names":["1"],"cols":1,"bus":"SATA"}]}""",
                "/bays/0/form",
                "no form of bay"
            },
            { """{"supplies":[{"id":"P","watt":-5}]}""", "/supplies/0/watt", "20 000 W" },
            { """{"map":{"memory":[["CPU","A1"]]}}""", "/map/memory", "A2 is missing" },
            { """{"channels":[{"id":"A","socket":"CPU","slots":[]}]}""", "/channels/0/slots", "has no slot" },
        };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void What_is_wrong_is_said_with_its_path(string change, string path, string words)
    {
        const string Right =
            """{"id":"x","name":"x","sockets":[{"id":"CPU"}],"channels":[{"id":"A","socket":"CPU","slots":["A1","A2"]}]}""";
        var node = System.Text.Json.Nodes.JsonNode.Parse(Right)!.AsObject();
        foreach (var (key, value) in System.Text.Json.Nodes.JsonNode.Parse(change)!.AsObject())
            node[key] = value?.DeepClone();
        Assert.Empty(SheetCheck.Check(JsonSerializer.Deserialize<MachineSheet>(Right, Json)!));
        var problem = Assert.Single(SheetCheck.Check(node.Deserialize<MachineSheet>(Json)!));
        Assert.Equal(path, problem.Path);
        Assert.Contains(words, problem.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void Unknown_fields_of_a_document_survive()
    {
        var sheet = JsonSerializer.Deserialize<MachineSheet>("""{"id":"x","name":"x","colour":{"lid":"grey"}}""", Json)!;
        Assert.Contains("\"colour\":{\"lid\":\"grey\"}", JsonSerializer.Serialize(sheet, Json), StringComparison.Ordinal);
    }

    private static MachineSheet Load(string file) =>
        JsonSerializer.Deserialize<MachineSheet>(File.ReadAllText(Path.Combine(Repository.Root, "demo", "sheets", file)), Json)!;
}
