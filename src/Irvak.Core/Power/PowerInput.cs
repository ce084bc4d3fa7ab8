using Irvak.Core.Inputs;
using Irvak.Core.Places;

namespace Irvak.Core.Power;

/// <summary>What the computations of power and heat look at.</summary>
public record PowerInput : PlanInput
{
    public PowerInput(PlanInput machine)
        : base(machine) { }

    /// <summary>How disks start one group after another.</summary>
    public StaggerStart Stagger { get; init; } = StaggerStart.AllAtOnce;

    /// <summary>What somebody saw of fans, blanks and duct.</summary>
    public IReadOnlyDictionary<string, AirState> Air { get; init; } = new Dictionary<string, AirState>();

    public IReadOnlyDictionary<Place, PlanPad> Pads { get; init; } = new Dictionary<Place, PlanPad>();

    /// <summary>Temperatures that captures told, °C, with the drive's own warning value, by serial number.</summary>
    public IReadOnlyDictionary<string, (int Celsius, int? Warn)> Temperatures { get; init; } = new Dictionary<string, (int, int?)>();
}
