namespace Spolium.Core.Methods.Dissolve;

/// <summary>Aqua regia whose nitric acid a nitrate salt gives with hydrochloric acid (<see cref="AquaRegiaBath"/>): one more HCl to each
/// nitrate, slower.</summary>
public sealed class NitrateSalt : IMethod
{
    public MethodCard Card { get; } =
        AquaRegiaBath.Card(
            id: "nitrate-salt",
            version: 1,
            title: "Dissolve the gold with nitrate salt and hydrochloric acid",
            reagents: ["HCl", "NaNO3", "KNO3", "Mg(NO3)2·6H2O", "Ca(NO3)2·4H2O"],
            words: "nitrate salt and acid",
            place: 2
        );

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "salt",
                "Nitrate of",
                "NaNO3",
                [
                    ("NaNO3", "sodium"),
                    ("KNO3", "potassium"),
                    ("Mg(NO3)2·6H2O", "magnesium"),
                    ("Ca(NO3)2·4H2O", "calcium"),
                    ("NH4NO3", "ammonium"),
                ]
            ),
            .. AquaRegiaBath.Options,
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var salt = options.Text("salt");
        bool Has(string metal) => charge.Element(metal).Range.High > 0;
        // Of the others nothing hangs on what comes later.
        var calcium = salt == "Ca(NO3)2·4H2O";
        var sulphate = (calcium ? options.Later : [])
            .Where(m => m.Reagents.Any(f => Species.Of(f).Count("S") > 0))
            .Select(m => m.Verb)
            .FirstOrDefault();
        return AquaRegiaBath.Plan(
            this,
            new(salt, (int)Species.Of(salt).Count("N") == 2 && salt != "NH4NO3" ? 2 : 1, false, false),
            charge,
            options,
            shop,
            facts,
            draws,
            [
                Objections.When(
                    salt == "NH4NO3",
                    "ammonium and chlorine make nitrogen trichloride, which explodes",
                    "use sodium nitrate or nitric acid"
                ),
                Objections.When(
                    salt == "KNO3" && (Has("Pt") || Has("Pd") || Has("Ir")),
                    "potassium brings platinum metals down as a yellow salt",
                    "use sodium nitrate or nitric acid"
                ),
                Objections.When(
                    sulphate is not null,
                    $"calcium falls as gypsum when a later step ({sulphate}) brings sulphate",
                    "use sodium nitrate, or choose steps without sulphur"
                ),
            ]
        );
    }
}
