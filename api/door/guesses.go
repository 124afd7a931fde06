package door

import (
	"log/slog"
	"net/http"
	"sync"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"
	"golang.org/x/time/rate"
)

// How many different keys that are not it a machine may show at once, how soon one more, and of how many machines that
// is known.
const (
	mostGuesses  = 8
	guessesAgain = 10 * time.Second
	mostMachines = 1024
)

// guesses slows whoever tries one key after another. A machine that shows the same wrong one again and again, as one
// does that has kept an old key, is no guesser.
type guesses struct {
	mu   sync.Mutex
	from *lru.Cache[string, *guesser]
}

type guesser struct {
	left *rate.Limiter
	last string
}

func newGuesses() *guesses {
	from, err := lru.New[string, *guesser](mostMachines)
	if err != nil {
		panic(err) // only for a size below one
	}
	return &guesses{from: from}
}

// may says whether a machine may show a key at all.
func (g *guesses) may(machine string) bool {
	g.mu.Lock()
	defer g.mu.Unlock()
	one, known := g.from.Get(machine)
	return !known || one.left.Tokens() >= 1
}

// wrong keeps that a key was not it.
func (g *guesses) wrong(machine, key string) {
	g.mu.Lock()
	defer g.mu.Unlock()
	one, known := g.from.Get(machine)
	if !known {
		one = &guesser{left: rate.NewLimiter(rate.Every(guessesAgain), mostGuesses)}
		g.from.Add(machine, one)
	}
	if one.last == key {
		return
	}
	one.last = key
	one.left.Allow()
	slog.Warn("a key that is not it was shown", "from", machine)
}

// tooMany answers one who has shown too many.
func tooMany() *Trouble {
	t := NewTrouble(http.StatusTooManyRequests, "Too many keys that were not it came from this machine. Wait a minute, "+
		"and type the one that the server shows where it runs.")
	t.Code = "too-many-keys"
	return t
}
