using System.Text.Json.Serialization;

namespace Irvak.Core.Sheets;

/// <summary>Memory generations by their JEDEC standard (JESD79-2F, -3F, -4, -5).</summary>
[JsonConverter(typeof(JsonStringEnumConverter<MemoryGeneration>))]
public enum MemoryGeneration
{
    [JsonStringEnumMemberName("DDR2")]
    Ddr2,

    [JsonStringEnumMemberName("DDR3")]
    Ddr3,

    [JsonStringEnumMemberName("DDR4")]
    Ddr4,

    [JsonStringEnumMemberName("DDR5")]
    Ddr5,
}

/// <summary>Outline of a module.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ModuleForm>))]
public enum ModuleForm
{
    [JsonStringEnumMemberName("dimm")]
    Dimm,

    [JsonStringEnumMemberName("sodimm")]
    SoDimm,
}

/// <summary>How a module's chips are driven, by the type letter of its label (JEDEC standard 21-C).</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ModuleType>))]
public enum ModuleType
{
    [JsonStringEnumMemberName("unbuffered")]
    Unbuffered,

    [JsonStringEnumMemberName("unbuffered-ecc")]
    UnbufferedEcc,

    [JsonStringEnumMemberName("registered")]
    Registered,

    [JsonStringEnumMemberName("load-reduced")]
    LoadReduced,

    /// <summary>DDR2 only; mixes with nothing else.</summary>
    [JsonStringEnumMemberName("fully-buffered")]
    FullyBuffered,
}

/// <summary>The families that never share a machine.</summary>
public enum ModuleFamily
{
    Unbuffered,
    Registered,
    LoadReduced,
    FullyBuffered,
}

/// <summary>What a board does when modules with and without ECC are mixed.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<EccMixing>))]
public enum EccMixing
{
    [JsonStringEnumMemberName("ecc-off")]
    EccOff,

    [JsonStringEnumMemberName("no-start")]
    NoStart,
}

/// <summary>The words and letters for the memory kinds, in one table.</summary>
public static class MemoryWords
{
    public static string Name(this MemoryGeneration generation) =>
        generation switch
        {
            MemoryGeneration.Ddr2 => "DDR2",
            MemoryGeneration.Ddr3 => "DDR3",
            MemoryGeneration.Ddr4 => "DDR4",
            _ => "DDR5",
        };

    public static string Name(this ModuleForm form) => form == ModuleForm.Dimm ? "DIMM" : "SO-DIMM";

    public static string Name(this ModuleType type) =>
        type switch
        {
            ModuleType.Unbuffered => "unbuffered",
            ModuleType.UnbufferedEcc => "unbuffered with ECC",
            ModuleType.Registered => "registered",
            ModuleType.FullyBuffered => "fully buffered",
            _ => "load-reduced",
        };

    /// <summary>Short form for plate and ladder.</summary>
    public static string Letter(this ModuleType type) =>
        type switch
        {
            ModuleType.Unbuffered => "U",
            ModuleType.UnbufferedEcc => "E",
            ModuleType.Registered => "R",
            ModuleType.FullyBuffered => "FB",
            _ => "LR",
        };

    public static ModuleFamily Family(this ModuleType type) =>
        type switch
        {
            ModuleType.Registered => ModuleFamily.Registered,
            ModuleType.LoadReduced => ModuleFamily.LoadReduced,
            ModuleType.FullyBuffered => ModuleFamily.FullyBuffered,
            _ => ModuleFamily.Unbuffered,
        };

    /// <summary>True when the module carries the extra chips of an error-correcting code.</summary>
    public static bool HasEcc(this ModuleType type) => type != ModuleType.Unbuffered;
}
