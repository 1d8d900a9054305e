using System.Collections.Concurrent;

namespace Spolium.Core.Equilibrium;

/// <summary>A building block that dissolved species, solids and gases are written from.</summary>
public sealed record Component(string Id, string Formula, int Charge)
{
    public const string Proton = "H+";

    public static readonly IReadOnlyList<Component> All = ReferenceTable.Read(
        "equilibrium-components.csv",
        r => new Component(r.Text("id"), r.Text("formula"), (int)r.Number("charge")),
        "id"
    );

    public static readonly IReadOnlyDictionary<string, Component> ById = All.ToDictionary(c => c.Id);
}

/// <summary>How well a constant is known.</summary>
public enum Confidence
{
    /// <summary>Fitted to what practice sees; no source.</summary>
    Fitted,

    /// <summary>Another medium or temperature, one old source, or worked back.</summary>
    Fair,

    /// <summary>Reviewed, at no ionic strength, or two sources agree.</summary>
    Firm,
}

/// <summary>
/// A dissolved species, a solid or a gas written from components and water: log K of <c>it = Σ ν component + w water</c>, the other way
/// round for what is dissolved.
/// </summary>
/// <param name="Id">"CuCl4-2", "AgCl(s)", "CO2(g)".</param>
/// <param name="Name">As people call it; empty for a dissolved species.</param>
/// <param name="Parts">Components in one of it, each with its count; of H+ it may be negative.</param>
/// <param name="Water">Water in one of it beside its components; may be negative.</param>
/// <param name="LogK">At 25 °C, for its forming from the components.</param>
/// <param name="Enthalpy">kJ/mol of its forming; null where nobody measured it.</param>
/// <param name="Fast">Of a solid: it shows in a beaker in minutes to hours.</param>
public sealed record Written(
    string Id,
    string Formula,
    string Name,
    int Charge,
    IReadOnlyList<(string Component, double Count)> Parts,
    double Water,
    double LogK,
    double? Enthalpy,
    string Source,
    Confidence Confidence,
    bool Fast = false
)
{
    private const double GasConstant = 8.314462618e-3;
    private const double Room = 298.15;

    /// <summary>Dissolved species, the components themselves left out.</summary>
    public static readonly IReadOnlyList<Written> Dissolved = ReferenceTable.Read(
        "equilibrium-species.csv",
        r => Read(r, r.Text("id"), "logK_25C", forms: true) with { Charge = (int)r.Number("charge") },
        "id"
    );

    public static readonly IReadOnlyList<Written> Solids = ReferenceTable.Read("equilibrium-solids.csv", Solid, "id");

    /// <summary>Fresh basic carbonates, of which no source speaks: fitted so that curve and dose agree.</summary>
    public static readonly IReadOnlyList<Written> FittedSolids = ReferenceTable.Read("equilibrium-fitted-solids.csv", Solid, "id");

    /// <summary>Ids of solids that the shop does not count with, and why.</summary>
    public static readonly IReadOnlyDictionary<string, string> LeftOut = ReferenceTable
        .Read("equilibrium-left-out.csv", r => (Id: r.Text("id"), Why: r.Said("why")), "id")
        .ToDictionary(r => r.Id, r => r.Why);

    /// <summary>Solids that show in a beaker of the shop in minutes to hours.</summary>
    public static readonly IReadOnlyList<Written> InTheShop =
    [
        .. Solids.Where(s => s.Fast && !LeftOut.ContainsKey(s.Id)).Concat(FittedSolids),
    ];

    public static readonly IReadOnlyList<Written> Gases = ReferenceTable.Read(
        "equilibrium-gases.csv",
        r => Read(r, r.Text("formula"), "logK_25C", forms: false),
        "id"
    );

    private static Written Solid(ReferenceRow r) =>
        Read(r, r.Text("formula"), "logKsp_25C", forms: false) with
        {
            Name = r.Text("name"),
            Fast = r.Text("may_form_fast") == "true",
        };

    /// <summary>
    /// By how much ln K differs in each world: what is not known of a constant is the same for every liquor, so that two of one shop are
    /// wrong together.
    /// </summary>
    public Amount Unsure => Shifts.GetOrAdd(Id, id => Draw.Reading("ln K " + id, Far, Sigma()) - Amount.Certain(Far));

    // Readings are clipped at zero; so far from it none is.
    private const double Far = 100;
    private static readonly Draws Draw = new("equilibrium");
    private static readonly ConcurrentDictionary<string, Amount> Shifts = new();

    private double Sigma() =>
        Constants
            .Get(
                Confidence switch
                {
                    Confidence.Firm => "log-k-firm",
                    Confidence.Fair => "log-k-fair",
                    _ => "log-k-fitted",
                }
            )
            .Likely
        * Math.Log(10)
        / Draws.Z95;

    /// <summary>Natural logarithm of K at a temperature, °C; by van 't Hoff where its enthalpy is known, else that of 25 °C.</summary>
    public double LnK(double celsius) =>
        LogK * Math.Log(10) - (Enthalpy is { } h ? h / GasConstant * (1 / (celsius + 273.15) - 1 / Room) : 0);

    // "CO3-2 + 2 H+ = CO2(aq) + H2O" as forming, "AgCl = Ag+ + Cl-" as dissolving: what stands beside it on its own side counts against it.
    private static Written Read(ReferenceRow r, string itself, string constant, bool forms)
    {
        var sides = r.Text("reaction").Split(" = ");
        var (own, other) = forms ? (sides[1], sides[0]) : (sides[0], sides[1]);
        var counts = new Dictionary<string, double>();
        var found = false;
        foreach (var (count, what) in Terms(own))
            if (!found && what == itself)
                found = true;
            else
                counts[what] = counts.GetValueOrDefault(what) - count;
        foreach (var (count, what) in Terms(other))
            counts[what] = counts.GetValueOrDefault(what) + count;
        var parts = counts.Where(c => c.Key != "H2O" && c.Value != 0).Select(c => (c.Key, c.Value)).ToList();
        if (!found || parts.Any(p => !Component.ById.ContainsKey(p.Key)))
            throw new InvalidDataException($"{r.Text("id")}: '{r.Text("reaction")}' is not written from the components.");
        var sign = forms ? 1 : -1;
        return new(
            r.Text("id"),
            r.Text("formula"),
            "",
            0,
            parts,
            counts.GetValueOrDefault("H2O"),
            sign * r.Number(constant),
            r.NumberOrNone("deltaH_kJ_mol") is { } h ? sign * h : null,
            r.Source,
            Enum.Parse<Confidence>(r.Text("confidence"), true)
        );
    }

    internal static IEnumerable<(double Count, string What)> Terms(string side)
    {
        foreach (var term in side.Split(" + ", StringSplitOptions.TrimEntries))
        {
            var blank = term.IndexOf(' ');
            yield return blank > 0 && double.TryParse(term[..blank], System.Globalization.CultureInfo.InvariantCulture, out var n)
                ? (n, term[(blank + 1)..])
                : (1, term);
        }
    }
}
