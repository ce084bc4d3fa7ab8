using System.Collections.Immutable;
using Irvak.Captures.Simulated;
using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Evidence;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Web.Demo;

/// <summary>Writes the demo's captures with the simulated machine, so that they have the real format.</summary>
public static class DemoWriter
{
    public static async Task<int> Write(string folder)
    {
        foreach (var (name, text) in Captures(folder))
            await File.WriteAllTextAsync(Path.Combine(folder, "captures", name), text);
        return 0;
    }

    /// <summary>Every capture of the demo by file name.</summary>
    public static IEnumerable<(string Name, string Text)> Captures(string folder)
    {
        var sheets = DemoFiles.Sheets(folder).ToDictionary(s => s.Id);
        var shelf = DemoFiles.Shelf(folder).ToDictionary(p => p.Id);
        var torr = sheets["brannick-torr-32"];
        var facts = new FirmwareFacts("2.14", "03/02/2026", "BT32-00871", "B");
        var before = Torr(torr, shelf, []);
        yield return ("torr-before.txt", Both(new SimulatedMachine(before, facts)));
        var added = new[] { "A2", "B2", "C2", "D2", "E2", "F2", "G2", "H2" };
        var after = Torr(torr, shelf, added);
        yield return ("torr-after.txt", Tested(new SimulatedMachine(after, facts)));
        yield return ("torr-after-errors.txt", Tested(new SimulatedMachine(after, facts, new Fault.ErrorsCounted("D2", 14, 0))));
        yield return ("torr-after-channel-missing.txt", Both(new SimulatedMachine(after, facts, new Fault.ChannelDead("C"))));
        yield return ("torr-after-module-missing.txt", Both(new SimulatedMachine(after, facts, new Fault.ModuleNotSeated("G2"))));
        yield return ("torr-after-lower-rate.txt", Both(new SimulatedMachine(after, facts, new Fault.LowerRate(4000))));
        yield return ("torr-after-not-remapped.txt", Both(new SimulatedMachine(after, facts, new Fault.MemoryNotRemapped(30_720))));
        var plover = sheets["tarrowby-plover"];
        var small = new FirmwareFacts("1.08", "11/20/2025", "TP-40417", "A");
        yield return ("plover-before.txt", Both(new SimulatedMachine(Plover(plover, shelf, "sodimm-4-2400"), small)));
        yield return ("plover-after.txt", Both(new SimulatedMachine(Plover(plover, shelf, "sodimm-16-3200"), small)));
        foreach (var more in Others(sheets, shelf))
            yield return more;
    }

    /// <summary>Captures of every machine, in each format that it can show.</summary>
    private static IEnumerable<(string Name, string Text)> Others(
        Dictionary<string, MachineSheet> sheets,
        Dictionary<string, ShelfPart> shelf
    )
    {
        var builds = new DemoBuilds(sheets, shelf);
        foreach (var id in DemoBuilds.Machines)
        {
            var machine = new SimulatedMachine(builds.Of(id), DemoBuilds.Facts(id));
            var shortName = id[(id.IndexOf('-') + 1)..];
            if (sheets[id].Sockets.Count > 0)
            {
                yield return ($"{shortName}-firmware.txt", machine.FirmwareListing());
                yield return (
                    $"{shortName}-system.txt",
                    machine.SystemMemory()
                        + "\n"
                        + machine.System.Processors(2)
                        + SimulatedSystem.Waiting(id.EndsWith("32") ? 0.3 : 0.1, id.EndsWith("32") ? 6.4 : 1.4, 3)
                        + SimulatedSystem.Load(0, 0, 812, 78)
                        + SimulatedSystem.Name(shortName)
                );
            }
            if (sheets[id].Slots.Count > 0 && sheets[id].Sockets.Count > 0)
                yield return ($"{shortName}-pci.txt", machine.System.Pci());
            if (machine.Storage.Drives.Count > 0 && sheets[id].Sockets.Count > 0)
                yield return (
                    $"{shortName}-drives.txt",
                    machine.Storage.BlockDevices()
                        + machine.Storage.KernelArrays()
                        + string.Concat(
                            machine.Storage.Drives.Select((d, i) => machine.Storage.Health(d.Place, DemoBuilds.Health(i, d.Unit.Drive!)))
                        )
                );
            if (
                sheets[id].Bays.Count > 0
                && sheets[id].Chassis.Kind is ChassisKind.Rack or ChassisKind.Shelf or ChassisKind.Drawers or ChassisKind.Slab
            )
                yield return ($"{shortName}-controller.csv", machine.Storage.ControllerTable());
            if (sheets[id].Chassis.Kind is ChassisKind.Rack or ChassisKind.Edge or ChassisKind.Tower && sheets[id].Sockets.Count > 0)
                yield return ($"{shortName}-management.json", machine.Management.Resources($"10.20.0.{40 + id.Length}"));
            if (sheets[id].Chassis.Kind is ChassisKind.Laptop or ChassisKind.Deskside && sheets[id].Channels.Count > 0)
                yield return ($"{shortName}-shell.csv", machine.Management.ShellMemoryCsv());
        }
    }

    private static string Both(SimulatedMachine machine) => machine.FirmwareListing() + machine.SystemMemory();

    private static string Tested(SimulatedMachine machine) =>
        Both(machine) + "\n" + machine.Errors.Counters() + "\n" + machine.Errors.Test();

    private static Question Torr(MachineSheet sheet, Dictionary<string, ShelfPart> shelf, string[] added)
    {
        var units = Build.Empty.Units.ToBuilder();
        units[Place.Socket("CPU 1")] = new Unit { Processor = sheet.Processors[0], Source = "demo" };
        var serial = 4_100;
        foreach (var slot in sheet.Channels.Where(c => c.Socket == "CPU 1").Select(c => c.Slots[0]).Concat(added))
            units[Place.Slot(slot)] = new Unit
            {
                Module = shelf["rdimm-32-4800"].Module,
                Serial = $"MS{serial += 7:X6}",
                Source = "demo",
            };
        return Of(sheet, units.ToImmutable());
    }

    private static Question Plover(MachineSheet sheet, Dictionary<string, ShelfPart> shelf, string part) =>
        Of(
            sheet,
            Build
                .Empty.Units.Add(Place.Socket("SoC"), new Unit { Processor = sheet.Processors[0], Source = "demo" })
                .Add(
                    Place.Slot("A1"),
                    new Unit
                    {
                        Module = shelf[part].Module,
                        Serial = "MS00B714",
                        Source = "demo",
                    }
                )
        );

    private static Question Of(MachineSheet sheet, ImmutableSortedDictionary<Place, Unit> units) =>
        Question.Of(
            new PlanInput(
                sheet,
                new Build(units),
                new Build(units),
                [],
                Policy.FieldProven,
                EvidenceBook.Empty,
                new SystemFacts { OsBits = 64 },
                ShelfBook.Empty
            )
        );
}
