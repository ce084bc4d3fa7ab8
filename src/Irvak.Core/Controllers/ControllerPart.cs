using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>A part of a controller that is bought, mounted and seen apart, as somebody is asked about it.</summary>
/// <param name="Name">Name of its card.</param>
/// <param name="Part">Its own in edits.</param>
/// <param name="State">What somebody said; null when nobody did.</param>
/// <param name="Comes">True when it is on the list.</param>
/// <param name="IsNew">True when its card comes with this job.</param>
public sealed record ControllerPart(Place Place, string Name, string Part, string Words, CardPartState? State, bool Comes, bool IsNew)
{
    /// <summary>By the sheets themselves: a part that somebody said is absent is offered still.</summary>
    public static IReadOnlyList<ControllerPart> All(ControllerInput q, MachineState machine, IReadOnlyDictionary<string, ShelfPart> shelf)
    {
        var coming = q.PartsThatCome.Select(p => (p.At, p.Part.Name)).ToHashSet();
        return
        [
            .. from unit in KnownCards.In(machine.Planned, shelf).Units
            where unit.Value.Card?.Controller is not null
            from part in CardPart.Of(unit.Value.Card!.Controller!)
            select new ControllerPart(
                unit.Key,
                unit.Value.Card!.Name,
                part.Name,
                part.Words,
                q.SaidOf(unit.Key, part),
                coming.Contains((unit.Key, part.Name)),
                q.BringsPart(unit.Key)
            ),
        ];
    }
}
