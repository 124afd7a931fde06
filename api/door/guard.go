// Package door says who is let in, lets questions in one after another, and says what is wrong where something cannot
// be done.
package door

import (
	"crypto/subtle"
	"fmt"
	"net"
	"net/http"
	"net/url"
	"path"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"
)

// Doors says who is let in.
type Doors struct {
	Hosts []string // names that the server answers to beside this machine's own
	Key   string   // what every machine but this one has to show once; without it no other is let in

	Caliper string // host and port of a caliper on this machine that readings are asked from; empty for none
}

// localHosts are the names of this machine that the server always answers to.
var localHosts = []string{"127.0.0.1", "localhost", "::1"}

// Styles may be inline because the style library writes its rules into the page; scripts, pictures and connections may
// not come from anywhere but here.
const contentSecurityPolicy = "default-src 'self'; img-src 'self' data:; style-src 'self' 'unsafe-inline'; " +
	"object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

// Guard keeps the application local: other hosts' names are refused (so that no foreign name can be bound to this
// address), writes from other origins are refused, and pages may load nothing from elsewhere.
func Guard(doors Doors) gin.HandlerFunc {
	hosts := slices.Concat(localHosts, doors.Hosts)
	crossOrigin := http.NewCrossOriginProtection()
	tried := newGuesses()
	return func(c *gin.Context) {
		h := c.Writer.Header()
		h.Set("Content-Security-Policy", contentSecurityPolicy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer")
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		if strings.HasPrefix(c.Request.URL.Path, "/api") {
			h.Set("Cache-Control", "no-store")
		}
		if !slices.ContainsFunc(hosts, func(h string) bool { return sameHost(h, c.Request.Host) }) {
			WriteTrouble(c, NewTrouble(http.StatusForbidden,
				"This address is not one of this server's. Open it as 127.0.0.1 or localhost."))
			c.Abort()
			return
		}
		if !local(c.Request) && !doors.shown(c, tried) {
			c.Abort()
			return
		}
		if err := crossOrigin.Check(c.Request); err != nil {
			WriteTrouble(c, NewTrouble(http.StatusForbidden,
				"Another site may not write here. Open the application itself."))
			c.Abort()
		}
	}
}

// local says whether a request comes from this machine: both ends of its connection are the loopback addresses. A name
// in the request proves nothing.
func local(r *http.Request) bool {
	if !Here(r.RemoteAddr) {
		return false
	}
	here, known := r.Context().Value(http.LocalAddrContextKey).(net.Addr)
	return !known || Here(here.String())
}

// Here says whether an address is one by which this machine alone is reached, and everything on it lets itself in.
func Here(addr string) bool {
	name := hostname(addr)
	return name == "127.0.0.1" || name == "::1"
}

// keyCookie keeps the key on a machine that has shown it.
const keyCookie = "vicis-key"

// shown says whether another machine has shown the key; what is answered otherwise is written.
func (d Doors) shown(c *gin.Context, tried *guesses) bool {
	machine := hostname(c.Request.RemoteAddr)
	right := func(key string) bool {
		if plainKey(d.Key) == "" || plainKey(key) == "" {
			return false
		}
		if subtle.ConstantTimeCompare([]byte(plainKey(key)), []byte(plainKey(d.Key))) == 1 {
			return true
		}
		tried.wrong(machine, key)
		return false
	}
	if !tried.may(machine) {
		WriteTrouble(c, tooMany())
		return false
	}
	if kept, err := c.Cookie(keyCookie); err == nil && right(kept) {
		return true
	}
	typed := c.Query("key")
	switch {
	case right(typed) && c.Request.Method == http.MethodGet:
		http.SetCookie(c.Writer, &http.Cookie{
			Name: keyCookie, Value: plainKey(d.Key), Path: "/", MaxAge: 400 * 24 * 60 * 60, HttpOnly: true,
			SameSite: http.SameSiteStrictMode,
		})
		c.Redirect(http.StatusSeeOther, path.Join("/", c.Request.URL.EscapedPath())) // the key does not stay in the address
	case strings.HasPrefix(c.Request.URL.Path, "/api") || d.Key == "":
		WriteTrouble(c, NewTrouble(http.StatusForbidden,
			"Another machine is let in only with the key that the server shows where it runs. "+
				"Open the first page, and type it."))
	default:
		says := "The server shows it where it runs."
		if typed != "" {
			says = "That is not it. The server shows it where it runs."
		}
		c.Data(http.StatusForbidden, "text/html; charset=utf-8", fmt.Appendf(nil, keyPage, says))
	}
	return false
}

// plainKey leaves out what a key is only written with.
func plainKey(key string) string {
	return strings.ToUpper(strings.NewReplacer("-", "", " ", "").Replace(key))
}

const keyPage = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Vicis: the key</title>
<body style="font:1.2rem/1.5 sans-serif;margin:12vh auto;max-width:22rem;padding:0 1rem;background:#f4efe4;color:#22282b">
<form method="get" action="/"><label for="key">The key of this shelf</label><p style="font-size:1rem">%s</p>
<input id="key" name="key" autocomplete="off" autocapitalize="characters" spellcheck="false" autofocus
style="font:inherit;width:100%%;padding:.5rem;box-sizing:border-box"><p><button style="font:inherit;padding:.5rem 1rem">Let me in</button></p></form>`

// sameHost says whether two names are one host's, however they are written: in any case, with a port or none, with a
// dot at the end, with a scheme before them.
func sameHost(a, b string) bool { return plainHost(a) == plainHost(b) && plainHost(a) != "" }

func plainHost(host string) string {
	host = strings.ToLower(strings.TrimSpace(host))
	if at, err := url.Parse(host); err == nil && at.Host != "" {
		host = at.Host
	}
	return strings.TrimSuffix(hostname(host), ".")
}

func hostname(host string) string {
	if name, _, err := net.SplitHostPort(host); err == nil {
		return name
	}
	if len(host) > 2 && host[0] == '[' {
		return host[1 : len(host)-1]
	}
	return host
}
