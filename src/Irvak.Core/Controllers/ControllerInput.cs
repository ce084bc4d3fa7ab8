using Irvak.Core.Arrays;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>What the computations of controllers look at.</summary>
public record ControllerInput : ArrayInput
{
    public ControllerInput(ArrayInput arrays)
        : base(arrays) { }

    /// <summary>Bays that are cabled otherwise than the sheet says.</summary>
    public Wires Wires { get; init; } = Wires.None;

    /// <summary>Groups of bays, each divided into those that are cabled alike.</summary>
    public IReadOnlyList<BayGroup> Bays => Wires.Parts(Sheet);

    /// <summary>True when anything but memory and processors is touched: most memory jobs needn't ask about cables and drives at
    /// all.</summary>
    public bool TouchesStorage =>
        PlansStorage
        || !Wires.IsNone
        || Modes.Count > 0
        || Firmware.Values.Any(f => f.Planned is not null)
        || Parts.Values.Contains(CardPartState.Comes)
        || DriveFirmware.Count > 0
        || Changes.Any(c => !c.Place.IsSlot && !c.Place.IsSocket);

    /// <summary>True when the plan touches what may hold data: drives, arrays, what keeps them, or their firmware.</summary>
    public bool TouchesData =>
        Changes.Any(c => c.Out?.Drive is not null || c.In?.Drive is not null)
        || Made.Any()
        || Modes.Count > 0
        || DriveFirmware.Count > 0
        || Firmware.Values.Any(f => f.Planned is not null)
        || PlansStorage
        || ForeignArray.Of(this).Any();

    /// <summary>True when the plan has caches or says what the system starts from.</summary>
    public bool PlansStorage { get; init; }

    /// <summary>The controller behind bays that are cabled alike, in the plan; null when there is none or it is not known.</summary>
    /// <param name="bays">One of <see cref="Bays"/>.</param>
    public BayController? ControllerOf(BayGroup bays) => ControllerOf(bays, bays.Names[0]);

    private BayController? ControllerOf(BayGroup bays, string bay) => BayController.Of(Sheet, Planned, Wires.To(bays, bay), bays, Found);

    /// <summary>The same, of the machine as found.</summary>
    public BayController? FoundControllerOf(BayGroup bays) => BayController.Of(Sheet, Found, null, bays, Found);

    /// <summary>The controller behind a place of a drive in the plan; null when there is none or it is not known.</summary>
    public BayController? ControllerAt(Place place) =>
        BaysOf(place) is { } bays ? ControllerOf(bays, place.Name) : BehindM2(place, Planned);

    /// <summary>The same, of the machine as found.</summary>
    public BayController? FoundControllerAt(Place place) => BaysOf(place) is { } bays ? FoundControllerOf(bays) : BehindM2(place, Found);

    private BayGroup? BaysOf(Place place) => place.IsBay ? Sheet.Bays.FirstOrDefault(b => b.Names.Contains(place.Name)) : null;

    /// <summary>Behind an M.2 place is the board's own: of a SATA drive always, of an NVMe drive where its firmware takes those in too.
    /// Behind a place on a carrier is what the carrier has of its own.</summary>
    private BayController? BehindM2(Place place, Builds.Build build) =>
        place.Kind != PlaceKind.M2 ? null
        : Sheet.M2.FirstOrDefault(m => m.Id == place.Name)?.On is { } slot
            ? BayController.At(Sheet, build, Place.Card(slot)) is { IsCarrier: true } carrier ? carrier
                : null
        : build.At(place)?.Drive?.Protocol is { } speaks ? BayController.OfBoard(Sheet, speaks)
        : null;

    /// <summary>Storage modes that are planned, by the board's name.</summary>
    public IReadOnlyDictionary<string, StorageMode> Modes { get; init; } = StorageModes.None;

    /// <summary>Storage modes before the work, as somebody said or a capture shows.</summary>
    public IReadOnlyDictionary<string, StorageMode> FoundModes { get; init; } = StorageModes.None;

    /// <summary>Versions of firmware, by the controller's place.</summary>
    public IReadOnlyDictionary<string, ControllerFirmware> Firmware { get; init; } = NoFirmware;

    private static readonly Dictionary<string, ControllerFirmware> NoFirmware = [];

    /// <summary>What was said of parts of controllers, by <see cref="CardPart.Key"/>.</summary>
    public IReadOnlyDictionary<string, CardPartState> Parts { get; init; } = ControllerSlice.NoParts;

    /// <summary>Parts of controllers that are mounted with this job: of a new card all that nobody said are absent or there, of another
    /// those that are planned.</summary>
    public IEnumerable<(Place At, CardSheet Card, CardPart Part)> PartsThatCome =>
        from unit in Planned.Units
        where unit.Value.Card?.Controller is not null
        from part in CardPart.Of(unit.Value.Card!.Controller!)
        where StateOf(unit.Key, part) == CardPartState.Comes
        where part.Kind != AccessoryKind.FeatureKey || Needs(unit.Key, part)
        select (unit.Key, unit.Value.Card!, part);

    /// <summary>Whether a part of a controller is there; null when not known. With a new card it comes along unless somebody said
    /// otherwise.</summary>
    public CardPartState? StateOf(Place at, CardPart part) => SaidOf(at, part) ?? (BringsPart(at) ? CardPartState.Comes : null);

    /// <summary>What somebody said of a part of the card that the plan has there; null when nobody did.</summary>
    public CardPartState? SaidOf(Place at, CardPart part) =>
        Planned.At(at)?.Card is { } card && Parts.TryGetValue(CardPart.Key(at, card.Name, part.Name), out var said) ? said : null;

    /// <summary>True when the plan uses what a key of a controller opens.</summary>
    public virtual bool Needs(Place at, CardPart key) => key.Name == CardPart.LevelKey && LevelsByKey(at).Any();

    /// <summary>Arrays that a controller is to keep at a level for which it needs its key.</summary>
    internal IEnumerable<ArrayPlan> LevelsByKey(Place at) =>
        Arrays.Where(a =>
            a.Host == ArrayHost.Controller
            && LevelTable.Digits(a) is { } level
            && a.Members.Select(ControllerAt).OfType<BayController>().FirstOrDefault() is { } keeper
            && keeper.Place == at
            && keeper.Sheet.KeyLevels?.Contains(level) == true
        );

    /// <summary>The firmware of a controller once the work is done; null when not known.</summary>
    public string? FirmwareAt(Place controller) => Firmware.GetValueOrDefault(controller.ToString())?.Then;

    /// <summary>The mode of a board's controller before the work; arrays that it keeps show it. Null when not known.</summary>
    public StorageMode? FoundModeOf(BoardPlace board) =>
        FoundModes.TryGetValue(board.Id, out var said) ? said
        : FoundArrays.Any(a => StorageModes.Keeps(board, a, FoundControllerAt)) ? StorageMode.Raid
        : null;

    /// <summary>The mode that it is to have: as planned, else as the arrays of the plan need it, else as it is. Null when not
    /// known.</summary>
    public StorageMode? ModeOf(BoardPlace board) =>
        Modes.TryGetValue(board.Id, out var planned) ? planned
        : Arrays.Any(a => StorageModes.Keeps(board, a, ControllerAt)) ? StorageMode.Raid
        : FoundModeOf(board);

    /// <summary>By what its drives hang on: the firmware of a board takes little, a port card nobody knows how much.</summary>
    public override MemberReserve? ReserveOf(ArrayPlan array, bool planned) =>
        array.Host != ArrayHost.Controller
            ? null
            : array.Members.Select(m => planned ? ControllerAt(m) : FoundControllerAt(m)).FirstOrDefault(c => c is not null) switch
            {
                { Card: null } => MemberReserve.Board,
                { IsPortCard: true } => MemberReserve.PortCard,
                _ => null,
            };
}
