using Microsoft.AspNetCore.Mvc.Testing;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;
using Spolium.Tests;

namespace Spolium.Browser.Tests;

/// <summary>A headless Chromium of 1280 × 800 on a server of its own, over a real database in a folder of its own.</summary>
public sealed partial class Browser : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("spolium-browser").FullName;
    private readonly WebApplicationFactory<Program> factory;
    private readonly ChromeDriverService service;

    private static readonly DateTimeOffset Now = DateTimeOffset.UtcNow;

    /// <param name="spoil">What is done to the database before the server opens it.</param>
    public Browser(bool demo, Action<string>? spoil = null)
    {
        if (demo)
            DemoFolder.CopyTo(Path.Combine(folder, "data"), Now, TimeProvider.System);
        spoil?.Invoke(Path.Combine(folder, "data", "spolium.db"));
        factory = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
        {
            b.UseSetting("data", Path.Combine(folder, "data"));
            b.UseSetting("shop", demo ? "demo" : "empty");
            b.UseSetting("Logging:LogLevel:Default", "Warning");
        });
        factory.UseKestrel(o => o.Listen(System.Net.IPAddress.Loopback, 0));
        factory.StartServer();
        Address = factory.ClientOptions.BaseAddress.ToString().TrimEnd('/');

        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        foreach (
            var flag in new[]
            {
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--hide-scrollbars",
                $"--user-data-dir={Path.Combine(folder, "profile")}",
            }
        )
            options.AddArgument(flag);
        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        Driver = new ChromeDriver(service, options);
        Driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new()
            {
                ["width"] = 1280,
                ["height"] = 800,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );
    }

    /// <summary>No hand is faster than this from one button to the next: the page has its answer by then.</summary>
    public static void HandMoves() => Thread.Sleep(250);

    /// <summary>The huge key of Run that logs the next portion.</summary>
    public static readonly By PourKey = By.XPath("//button[contains(normalize-space(.), 'oured ')]");

    private static readonly By TakeUp = By.XPath("//button[starts-with(normalize-space(.), 'Take up ')]");

    /// <summary>Logs the next portion with the huge key; another reagent than the last one is taken up first.</summary>
    public void Pour()
    {
        Until(_ => Shown(PourKey, enabled: true) ?? Shown(TakeUp, enabled: true), "the key of the next portion");
        if (Has(TakeUp))
            Click(TakeUp, "the next reagent");
        Click(PourKey, "the next portion");
    }

    private static readonly By Logged = By.XPath("//*[@role='status' and starts-with(normalize-space(.), 'logged ')]");

    /// <summary>Whether there is a next portion, once the key has said what it logged.</summary>
    public bool MayPour()
    {
        Until(_ => Has(Logged) ? null : "", "the key again");
        return Has(PourKey) || Has(TakeUp);
    }

    public ChromeDriver Driver { get; }

    public string Address { get; }

    /// <summary>Forgets what an earlier test left on this machine: drafts, initials.</summary>
    public Browser Fresh()
    {
        Go("/lots");
        Driver.ExecuteScript("localStorage.clear()");
        return this;
    }

    public void Go(string path) => Driver.Navigate().GoToUrl(Address + path);

    /// <summary>Waits until something is there and gives it.</summary>
    public T Until<T>(Func<IWebDriver, T?> found, string what, int seconds = 15)
        where T : class
    {
        var wait = new WebDriverWait(Driver, TimeSpan.FromSeconds(seconds)) { PollingInterval = TimeSpan.FromMilliseconds(100) };
        wait.IgnoreExceptionTypes(
            typeof(NoSuchElementException),
            typeof(StaleElementReferenceException),
            typeof(ElementClickInterceptedException),
            typeof(ElementNotInteractableException)
        );
        try
        {
            return wait.Until(found!);
        }
        catch (WebDriverTimeoutException)
        {
            throw new InvalidOperationException($"{what} did not come; the page says: {Text}");
        }
    }

    public string Text => (string)Driver.ExecuteScript("return document.body.innerText")!;

    // The page is asked once for a whole question: asked element by element, the driver is what a walk mostly waits for.
    private const string Eyes = """
        const sized = e => {
          const box = e.getBoundingClientRect();
          return (box.width > 0 && box.height > 0) || [...e.children].some(sized);
        };
        const shown = e => {
          const drawn = e.closest('select') ?? e;
          return drawn.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && sized(drawn);
        };
        const plain = e => e.textContent.replace(/[ \t\r\n]+/g, ' ');

        """;

    private const string FirstShown =
        Eyes
        + """
            const [how, what, enabled] = arguments;
            const xpath = () => {
              const all = document.evaluate(what, document, null, XPathResult.ORDERED_NODE_SNAPSHOT_TYPE, null);
              return Array.from({ length: all.snapshotLength }, (_, i) => all.snapshotItem(i));
            };
            const all = how === 'xpath' ? xpath() : [...document.querySelectorAll(what)];
            return all.find(e => shown(e) && !(enabled && e.matches(':disabled'))) ?? null;
            """;

    private const string LastSaying =
        Eyes
        + """
            const last = e => {
              for (const child of [...e.children].reverse())
                if (child.tagName !== 'SCRIPT' && plain(child).includes(arguments[0])) {
                  const found = last(child);
                  if (found) return found;
                }
              return shown(e) ? e : null;
            };
            return plain(document.body).includes(arguments[0]) ? last(document.body) : null;
            """;

    /// <summary>The first element on the page that can be seen, and pressed if that is asked; null where there is none.</summary>
    public IWebElement? Shown(By by, bool enabled = false) =>
        (IWebElement?)Driver.ExecuteScript(FirstShown, by.Mechanism, by.Criteria, enabled);

    /// <summary>Waits for a text; gives the innermost of the last elements that say it.</summary>
    public IWebElement See(string text) => Until(_ => (IWebElement?)Driver.ExecuteScript(LastSaying, text), $"'{text}'");

    public void Click(By by, string what) =>
        Until(
            _ =>
            {
                var e = Shown(by, enabled: true);
                if (e is null)
                    return null;
                Driver.ExecuteScript("arguments[0].scrollIntoView({block:'center'})", e);
                e.Click();
                return e;
            },
            what
        );

    public void Press(string button) =>
        Click(By.XPath($"//button[starts-with(normalize-space(.), {Quote(button)})]"), $"button '{button}'");

    public void Follow(string link) => Click(By.XPath($"//a[contains(normalize-space(.), {Quote(link)})]"), $"link '{link}'");

    /// <summary>The input with this label, or aria-label.</summary>
    public IWebElement Field(string label) =>
        Until(
            _ =>
                new[]
                {
                    $"//input[@aria-label={Quote(label)}]",
                    $"//label[starts-with(normalize-space(.), {Quote(label)})]//input",
                    $"//label[starts-with(normalize-space(.), {Quote(label)})]/..//input",
                }
                    .Select(path => Shown(By.XPath(path)))
                    .FirstOrDefault(e => e is not null),
            $"field '{label}'"
        );

    public void Type(string label, string text)
    {
        var field = Field(label);
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(Keys.Delete);
        field.SendKeys(text);
    }

    /// <summary>
    /// Chooses an entry of a list by the beginning of its words. An answer that comes just then may move the field
    /// from under the pointer, so that the press opens nothing: whoever sees no list presses again.
    /// </summary>
    public void Choose(string label, string option) =>
        Choose(
            By.XPath($"//label[starts-with(normalize-space(.), {Quote(label)})]/..//input"),
            By.XPath($"//*[@role='option' and starts-with(normalize-space(.), {Quote(option)})]"),
            $"'{option}' of '{label}'"
        );

    public void Choose(By field, By entry, string what)
    {
        Click(field, what);
        Until(
            _ =>
            {
                if (Shown(entry) is { } there)
                {
                    there.Click();
                    return there;
                }
                if (Shown(field) is { } shut && shut.GetAttribute("data-expanded") is null)
                    shut.Click();
                return null;
            },
            what
        );
    }

    /// <summary>Chooses a way on the Plan page by its title, once the ways of the lot were found.</summary>
    public void Way(string title)
    {
        See("speaks against it");
        Choose(
            By.XPath("//label[normalize-space(.)='Way']/..//input"),
            By.XPath($"//*[@role='option' and contains(., {Quote(title)})]"),
            title
        );
        See(title);
    }

    public bool Has(By by) => Shown(by) is not null;

    /// <summary>Waits until no request is under way and the page has settled.</summary>
    public void Settle() =>
        Until(
            d =>
                ((IJavaScriptExecutor)d).ExecuteScript(
                    "return document.readyState === 'complete' && !document.querySelector('[aria-busy=true]') && document.fonts.status "
                        + "=== 'loaded'"
                )
                    is true
                    ? ""
                    : null,
            "a settled page"
        );

    public void Dispose()
    {
        Driver.Quit();
        service.Dispose();
        factory.Dispose();
        Directory.Delete(folder, true);
    }
}
