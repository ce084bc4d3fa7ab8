using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;

namespace Irvak.Core.Moving;

/// <summary>Plans or records how a drive that leaves is wiped.</summary>
/// <param name="Place">Where it was found.</param>
/// <param name="Way">Null takes it back.</param>
/// <param name="Done">True once it is done and was checked.</param>
[EditName("recordWipe")]
public sealed record RecordWipe(Place Place, WipeWay? Way, bool Done) : SliceEdit<MovingSlice>
{
    public override IEnumerable<string> Touches() => ["wipe:" + Place];

    public override string ValueAt(string subject) =>
        Way is null ? "not said" : $"{Wiping.Words[Way.Value].ToLowerInvariant()}{(Done ? ", done" : "")}";

    public override string Tell() =>
        Way is not { } way ? $"takes back how the drive of {Place.Name} is wiped"
        : way == WipeWay.Keep ? $"keeps the drive of {Place.Name} as it is"
        : $"{(Done ? "has wiped" : "plans to wipe")} the drive of {Place.Name}: {Wiping.Words[way].ToLowerInvariant()}";

    public override SheetProblem? Refusal(MachineState machine, MovingSlice slice) =>
        machine.Changes().Any(c => c.Place == Place && c is { TakesPart: true, Out.Drive: not null })
            ? null
            : new("/edit/place", $"No drive of {Place.Name} leaves the machine.");

    public override MovingSlice Applied(MachineState machine, MovingSlice slice, Stamp stamp) =>
        slice with
        {
            Wipes = Way is { } way
                ? slice.Wipes.SetItem(Place, new Wipe(way, Done ? stamp.Who : null, Done ? stamp.When : null))
                : slice.Wipes.Remove(Place),
        };
}
