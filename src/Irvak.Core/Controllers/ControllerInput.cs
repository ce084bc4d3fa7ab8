using Irvak.Core.Arrays;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>What the computations of controllers look at.</summary>
public record ControllerInput : ArrayInput
{
    public ControllerInput(ArrayInput arrays)
        : base(arrays) { }

    /// <summary>Groups of bays that are cabled otherwise than the sheet says, with the controller's place.</summary>
    public IReadOnlyDictionary<string, Place> Wiring { get; init; } = new Dictionary<string, Place>();

    /// <summary>True when anything but memory and processors is touched: most memory jobs needn't ask about cables and drives at
    /// all.</summary>
    public bool TouchesStorage => PlansStorage || Wiring.Count > 0 || Changes.Any(c => !c.Place.IsSlot && !c.Place.IsSocket);

    /// <summary>True when the plan has caches or says what the system starts from.</summary>
    public bool PlansStorage { get; init; }

    /// <summary>The controller behind a group of bays in the plan; null when there is none or it is not known.</summary>
    public BayController? ControllerOf(BayGroup bays) => BayController.Of(Sheet, Planned, Wiring, bays, Found);

    /// <summary>The same, of the machine as found.</summary>
    public BayController? FoundControllerOf(BayGroup bays) => BayController.Of(Sheet, Found, NoWiring, bays, Found);

    private static readonly Dictionary<string, Place> NoWiring = [];
}
