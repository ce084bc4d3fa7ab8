using Irvak.Captures.Simulated;
using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Evidence;
using Irvak.Core.Inputs;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Web.Demo;

/// <summary>What the demo's machines hold: places with parts of the demo's shelf. Serial numbers are counted up, so that they are the same
/// every time.</summary>
internal sealed class DemoBuilds(IReadOnlyDictionary<string, MachineSheet> sheets, IReadOnlyDictionary<string, ShelfPart> shelf)
{
    /// <param name="Modules">Part and the slots it fills.</param>
    /// <param name="Drives">Part, the places it fills, and the array or mount they are in.</param>
    /// <param name="Cards">Part and its slot.</param>
    private sealed record Filling(
        string Firmware,
        string Serial,
        (string Part, string[] Slots)[] Modules,
        (string Part, Place[] Places, string? MemberOf)[] Drives,
        (string Part, string Slot)[] Cards
    );

    private static Place[] Bays(int from, int to) => [.. Enumerable.Range(from, to - from + 1).Select(n => Place.Bay($"{n}"))];

    private static readonly Dictionary<string, Filling> Fillings = new()
    {
        ["brannick-torr-32"] = new(
            "2.14",
            "BT32-00902",
            [("rdimm-32-4800", ["A1", "B1", "C1", "D1", "E1", "F1", "G1", "H1"])],
            [("rv-s1920", Bays(1, 2), "md0"), ("ek-n4", Bays(9, 12), "md1"), ("rv-k250-42", [Place.M2("X1")], "/")],
            [("cv-c8", "S1"), ("lm-25s2", "S2")]
        ),
        ["brannick-ledge-6"] = new("1.31", "BL06-00118", [("rdimm4-16-2666", ["A1", "B1", "C1", "D1"])], [], []),
        ["brannick-cairn-8"] = new(
            "0.97",
            "BC08-02266",
            [("edimm3-8-1600", [])],
            [("ek-n2", Bays(1, 4), "md0"), ("rv-e240", Bays(5, 6), "/")],
            []
        ),
        ["sollewyn-sound-8"] = new(
            "4.2",
            "SS08-7710",
            [("sodimm-8-2666", [])],
            [("ek-n4", Bays(1, 6), "md0"), ("rv-e480", Bays(7, 8), "cache")],
            []
        ),
        ["sollewyn-drift-u6"] = new("3.0", "SD06-0417", [("sodimm-16-3200", [])], [("rv-u7680", Bays(1, 6), "md0")], []),
        ["tarrowby-gannet"] = new("1.09", "TG-55102", [("rdimm4-16-2666", ["A1", "B1", "C1", "D1"])], [("rv-m1000", [], "/")], []),
        ["tarrowby-fulmar-15"] = new("2.01", "TF15-3370", [("sodimm-16-3200", ["A1"])], [("rv-m500", [], "/")], []),
        ["halmund-strand-36"] = new(
            "",
            "HS36-0051",
            [],
            [("ek-s8", [.. Bays(1, 18)], "7"), ("ek-s4", [.. Bays(19, 30)], "9"), ("ek-s8", [.. Bays(31, 32)], null)],
            []
        ),
    };

    /// <summary>The machines of the demo that show captures of more than memory.</summary>
    public static IEnumerable<string> Machines => Fillings.Keys;

    public Question Of(string id)
    {
        var (sheet, filling) = (sheets[id], Fillings[id]);
        var units = Build.Empty.Units.ToBuilder();
        var serial = 20_000 + Fillings.Keys.ToList().IndexOf(id) * 1000;
        foreach (var socket in sheet.Sockets.Take(1))
            units[Place.Socket(socket.Id)] = new Unit
            {
                Processor = sheet.Processors.Count > 0 ? sheet.Processors[0] : new ProcessorSheet { Name = "Ostrel 4c" },
                Source = "demo",
            };
        var slots = sheet.Channels.Where(c => sheet.Sockets.Count > 0 && c.Socket == sheet.Sockets[0].Id).SelectMany(c => c.Slots).ToList();
        foreach (var (part, places) in filling.Modules)
        foreach (var slot in places.Length > 0 ? places : [.. slots.Take(2)])
            units[Place.Slot(slot)] = new Unit
            {
                Module = shelf[part].Module,
                Serial = $"{serial += 13:X8}",
                Source = "demo",
            };
        foreach (var (part, places, array) in filling.Drives)
        foreach (var place in (places.Length > 0 ? places : [Place.M2(sheet.M2[0].Id)]).Where(p => SheetPlaces.Has(sheet, p)))
            units[place] = new Unit
            {
                Drive = shelf[part].Drive,
                Serial = $"{shelf[part].Drive!.Maker![..2].ToUpperInvariant()}{serial += 13:X6}",
                MemberOf = array,
                Source = "demo",
            };
        foreach (var (part, slot) in filling.Cards)
            units[Place.Card(slot)] = new Unit { Card = shelf[part].Card, Source = "demo" };
        var build = new Build(units.ToImmutable());
        return Question.Of(
            new PlanInput(sheet, build, build, [], Policy.FieldProven, EvidenceBook.Empty, new SystemFacts { OsBits = 64 }, ShelfBook.Empty)
        );
    }

    public static FirmwareFacts Facts(string id) => new(Fillings[id].Firmware, "03/02/2026", Fillings[id].Serial, "B");

    /// <summary>Health that the demo's drives report: most are well, one old disk has begun to fail, one cable is bad.</summary>
    public static SeenHealth Health(int index, DriveSheet drive) =>
        drive.Protocol == DriveProtocol.Nvme
            ? new()
            {
                PowerOnHours = 8_400 + index * 31,
                PercentUsed = 4 + index,
                SparePercent = 100,
                SpareThresholdPercent = 10,
                MediaErrors = 0,
                CriticalWarning = 0,
                BytesWritten = 90_000_000_000_000,
                Celsius = 44,
            }
            : new()
            {
                PowerOnHours = 17_200 + index * 911,
                PowerCycles = 61 + index,
                Reallocated = index == 4 ? 24 : 0,
                Pending = index == 4 ? 3 : 0,
                Uncorrectable = 0,
                CableErrors = index == 2 ? 118 : 0,
                GrownDefects = 0,
                Celsius = 31 + index % 6,
                Passed = true,
            };
}
