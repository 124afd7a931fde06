package api

import (
	"net"
	"net/http"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"
)

// LocalHosts are the names of this machine that the server answers to.
var LocalHosts = []string{"127.0.0.1", "localhost", "::1"}

// Styles may be inline because the style library writes its rules into the page; scripts, pictures and connections may
// not come from anywhere but here.
const contentSecurityPolicy = "default-src 'self'; img-src 'self' data:; style-src 'self' 'unsafe-inline'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

// guard keeps the application local: other hosts' names are refused (so that no foreign name can be bound to this
// address), writes from other origins are refused, and pages may load nothing from elsewhere.
func guard(hosts []string) gin.HandlerFunc {
	crossOrigin := http.NewCrossOriginProtection()
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
		if !slices.Contains(hosts, hostname(c.Request.Host)) {
			writeTrouble(c, newTrouble(http.StatusForbidden,
				"This address is not one of this server's. Open it as 127.0.0.1 or localhost."))
			c.Abort()
			return
		}
		if err := crossOrigin.Check(c.Request); err != nil {
			writeTrouble(c, newTrouble(http.StatusForbidden,
				"Another site may not write here. Open the application itself."))
			c.Abort()
		}
	}
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
