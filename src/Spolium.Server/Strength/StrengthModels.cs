namespace Spolium.Server.Strength;

/// <summary>How the strength is known.</summary>
public enum KnownBy
{
    /// <summary>A volume was weighed.</summary>
    Weighed,

    /// <summary>A hydrometer was read.</summary>
    Hydrometer,

    /// <summary>It was typed, in one of the units of labels.</summary>
    Label,

    /// <summary>It is a bottle of the shelf, as it is believed now.</summary>
    Bottle,
}

/// <param name="Solute">HNO3, HCl, H2SO4, NH3, NaOH, KOH, H2O2.</param>
/// <param name="Vessel">Id of what the volume was read in.</param>
/// <param name="Scale">Scale of the hydrometer, as <see cref="Core.Solutions.DensityScale"/>.</param>
public sealed record StrengthRequest(
    string Solute,
    KnownBy By,
    string? Mass = null,
    string? MassPlusMinus = null,
    string? Volume = null,
    string? Vessel = null,
    string? VolumePlusMinus = null,
    string? Temperature = null,
    string? TemperaturePlusMinus = null,
    string? Hydrometer = null,
    string? HydrometerPlusMinus = null,
    Core.Solutions.DensityScale Scale = Core.Solutions.DensityScale.GramsPerMl,
    string? Label = null,
    Core.Solutions.LabelUnit Unit = Core.Solutions.LabelUnit.MassPercent,
    string? BottleId = null,
    ThenRequest? Then = null
);

public enum Wanted
{
    Dilute,
    Make,
    Ratio,
    Blend,
}

/// <param name="Target">Strength wanted, per cent by mass.</param>
/// <param name="Amount">Of the liquid at hand (Dilute, Ratio), or of what is wanted (Make); empty for all of it.</param>
/// <param name="Weaker">Strength of what it is diluted with; empty for water.</param>
/// <param name="Ratio">"1 to 1": volumes of this liquid to volumes of the weaker one.</param>
/// <param name="Parts">Further liquids of a blend.</param>
public sealed record ThenRequest(
    Wanted Kind,
    string? Target = null,
    string? Amount = null,
    string? Weaker = null,
    string? Ratio = null,
    IReadOnlyList<BlendPart>? Parts = null
);

/// <param name="BottleId">A bottle of the shelf; or else the strength.</param>
/// <param name="Amount">Empty for the one that is to be found.</param>
public sealed record BlendPart(string? BottleId = null, string? Strength = null, string? Amount = null);

public sealed record AnswerView(FigureView Strength, string? Sign);

/// <param name="Words">"the volume, 78 %".</param>
public sealed record BlurView(string Reading, double Share, string Words);

/// <param name="Others">The strength in other units.</param>
/// <param name="Note">What a density does not tell.</param>
/// <param name="Answers">Two when the density allows two strengths.</param>
public sealed record StrengthView(
    string Solute,
    string Name,
    double TemperatureC,
    FigureView? Density,
    FigureView Strength,
    bool OnlyAbove,
    IReadOnlyList<AnswerView> Answers,
    IReadOnlyList<FigureView> Others,
    IReadOnlyList<BlurView> Blurs,
    string? Advice,
    string? Note,
    string? Caution,
    HazardView? Hazard,
    MixtureView? Then
);

public sealed record HazardView(string Signal, string Statements, string Note);

/// <param name="IsWater">For drawing.</param>
public sealed record PourView(string Label, bool IsWater, string? BottleId, FigureView Grams, FigureView? Millilitres);

public sealed record MixtureView(
    IReadOnlyList<PourView> Pours,
    FigureView Grams,
    FigureView Strength,
    FigureView? Millilitres,
    FigureView? Vanishing,
    FigureView? Warming,
    FigureView? EndTemperature,
    FigureView? Ice,
    bool IceIsEnough,
    int Portions,
    string Order,
    string? HeatNotKnown,
    string? InMasses
);

/// <param name="Points">Percent and g/mL along one temperature.</param>
public sealed record CurveView(double TemperatureC, IReadOnlyList<double[]> Points);

public sealed record SoluteView(string Formula, string Name, double MostPercent, IReadOnlyList<CurveView> Curves);

public sealed record VesselChoice(string Id, string Name, string PlusMinus, bool Invented);

public sealed record StrengthChoices(IReadOnlyList<SoluteView> Solutes, IReadOnlyList<VesselChoice> Vessels, IReadOnlyList<SaltView> Salts);

public sealed record SaltView(string Formula, IReadOnlyList<string> Solids);

/// <param name="Solid">Form that was weighed in: the salt or one of its hydrates.</param>
/// <param name="Water">Water that goes in; empty for as much as a hot solution wants.</param>
/// <param name="Evaporates">Water that boils away before it cools.</param>
/// <param name="SecondBoiled">Share of the liquor's water boiled off for a second crop, per cent.</param>
public sealed record CrystalsRequest(
    string Salt,
    string Solid,
    string Mass,
    string Hot,
    string Cold,
    string? Water = null,
    string? Evaporates = null,
    bool Pressed = false,
    string? SecondBoiled = null
);

public sealed record CropView(
    string Solid,
    FigureView Crystals,
    FigureView Yield,
    FigureView Liquor,
    FigureView Held,
    FigureView Clinging,
    FigureView Purity
);

/// <param name="Curve">°C and grams of anhydrous salt in 100 g of saturated solution.</param>
public sealed record CrystalsView(
    FigureView Anhydrous,
    FigureView HotHolds,
    FigureView Water,
    FigureView WaterWanted,
    string? NotDissolved,
    CropView Crop,
    CropView? Second,
    double HotC,
    double ColdC,
    IReadOnlyList<double[]> Curve,
    string Caveat
);

public sealed record DryingRequest(string Salt, string? Wet = null, string? Dry = null, string? Possible = null);

public sealed record HydrateView(string Solid, FigureView Holds);

/// <param name="Doubt">Of what was weighed, where a slip is likelier than so much water.</param>
public sealed record DryingView(
    IReadOnlyList<HydrateView> Forms,
    FigureView? Holds,
    FigureView? Lost,
    FigureView? Yield,
    FigureView? SomethingElse,
    string? Sentence,
    FieldError? Doubt
);
