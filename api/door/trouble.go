package door

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/gin-gonic/gin"

	"vicis/core/problem"
	"vicis/store"
)

// Trouble is a problem detail (RFC 9457): one code, one sentence for the quilter with the mend in it, and for a
// document everything that is wrong with it, each at its place.
type Trouble struct {
	Title    string            `json:"title"`
	Status   int               `json:"status"`
	Detail   string            `json:"detail"`
	Code     string            `json:"code" doc:"unreadable (400, 415), forbidden (403), unknown, no-caliper (404), conflict (409), stale (412), too-large (413), refused (422), revision-missing (428), disk-full (507), locked, read-only, busy, takes-too-long, counted-soon (503), damaged, stored-uncounted, failed (500), caliper-silent (502), too-many-keys (429)"`
	Newest   int               `json:"newest,omitempty" doc:"For a stale save: the newest revision"`
	Problems []problem.Problem `json:"problems,omitempty"`
}

func (t *Trouble) Error() string { return t.Detail }

// GetStatus is the HTTP status.
func (t *Trouble) GetStatus() int { return t.Status }

// ContentType is that of problem details.
func (t *Trouble) ContentType(string) string { return "application/problem+json" }

var codes = map[int]string{
	http.StatusBadRequest: "unreadable", http.StatusNotFound: "unknown", http.StatusConflict: "conflict",
	http.StatusPreconditionFailed:    "stale",
	http.StatusRequestEntityTooLarge: "too-large", http.StatusUnprocessableEntity: "refused",
	http.StatusPreconditionRequired: "revision-missing",
	http.StatusForbidden:            "forbidden",
	http.StatusUnsupportedMediaType: "unreadable",
}

// NewTrouble is a problem by its status, in a sentence.
func NewTrouble(status int, says string, errs ...error) *Trouble {
	t := &Trouble{Title: http.StatusText(status), Status: status, Detail: says, Code: codes[status]}
	if t.Code == "" {
		t.Code = "failed"
	}
	if status == http.StatusRequestEntityTooLarge {
		t.Detail = "What was sent is larger than 1 MB. Send less; nothing has been changed."
	}
	for _, err := range errs {
		var d *huma.ErrorDetail
		if errors.As(err, &d) {
			t.Problems = append(t.Problems, problem.Problem{
				Code: t.Code,
				At:   "/" + strings.ReplaceAll(d.Location, ".", "/"), Says: d.Message,
				Mend: "Send it as the contract describes.", Stops: true,
			})
		} else if err != nil {
			t.Problems = append(t.Problems, problem.Problem{
				Code: t.Code, Says: err.Error(),
				Mend: "Send it as the contract describes.", Stops: true,
			})
		}
	}
	if status == http.StatusUnprocessableEntity && len(t.Problems) > 0 { // what is wrong, and not that something is
		t.Detail = strings.TrimSuffix(t.Problems[0].Says, ".") + ". " + t.Problems[0].Mend
	}
	return t
}

// Refuse answers a document that cannot be planned.
func Refuse(problems problem.List) *Trouble {
	t := NewTrouble(http.StatusUnprocessableEntity, "This cannot be planned yet.")
	for _, p := range problems {
		if p.Stops {
			t.Problems = append(t.Problems, p)
		}
	}
	if len(t.Problems) > 0 {
		t.Detail = t.Problems[0].Says + " " + t.Problems[0].Mend
	}
	return t
}

// files is what can be the matter with the file itself.
var files = []struct {
	is     error
	status int
	code   string
	says   string
}{
	{
		store.ErrFull, http.StatusInsufficientStorage, "disk-full",
		"The disk is full, so this could not be stored. Make room on the disk and try again; counts wait at the bench and " +
			"are sent again by themselves.",
	},
	{
		store.ErrLocked, http.StatusServiceUnavailable, "locked",
		"Another program holds the shelf's file, so this could not be stored. Close it and try again; counts wait at the " +
			"bench and are sent again by themselves.",
	},
	{
		store.ErrReading, http.StatusServiceUnavailable, "read-only",
		"The shelf's file may only be read, so this could not be stored. Allow writing to it and to its folder, and try " +
			"again; counts wait at the bench and are sent again by themselves.",
	},
	{
		store.ErrTooMuch, http.StatusRequestEntityTooLarge, "too-large",
		"This is more than the shelf's file takes at once, so it could not be stored. Send less at once.",
	},
	{
		store.ErrDamaged, http.StatusInternalServerError, "damaged",
		"The shelf's file is damaged, so this could not be done. Stop the server and put a backup in its place with vicis " +
			"restore; counts wait at the bench and are sent again by themselves.",
	},
}

// failed does not say whether something was stored, for that is not known; it is no matter, for ids are made by the
// client and changes name the revision they were made from.
const failed = "Something went wrong on this side. Try again: the same sent twice is stored once."

// Explain translates what went wrong below into what the quilter can do about it.
func Explain(err error) error {
	var t *Trouble
	var stale *store.StaleError
	switch {
	case errors.As(err, &t):
		return t
	case errors.As(err, &stale):
		t = NewTrouble(http.StatusPreconditionFailed,
			fmt.Sprintf("This quilt was changed somewhere else: yours is made from another revision, and %d is the newest. "+
				"Nothing of yours is lost: keep yours as the newest, or take the other.", stale.Newest))
		t.Newest = stale.Newest
		return t
	case errors.Is(err, store.ErrUnknown):
		return NewTrouble(http.StatusNotFound,
			"There is no such quilt on the shelf. Go back to the shelf and choose one.")
	case errors.Is(err, store.ErrExists):
		return NewTrouble(http.StatusConflict,
			"A quilt with this id is on the shelf already. Begin again to get a new id.")
	case errors.Is(err, store.ErrLiesOtherwise):
		return NewTrouble(http.StatusPreconditionFailed,
			"This piece of cloth was changed somewhere else. Nothing was stored: look how it lies now, and say it again.")
	case errors.Is(err, store.ErrNowhere):
		return NewTrouble(http.StatusConflict,
			"There is nothing to go back or forward to. The list of revisions shows what there is.")
	case errors.Is(err, store.ErrDiffers):
		return NewTrouble(http.StatusConflict,
			"An event with this id was stored before with other contents. Count it again as a new one.")
	}
	for _, one := range files {
		if errors.Is(err, one.is) {
			slog.Error("the file", "err", err)
			t = NewTrouble(one.status, one.says)
			t.Code, t.Detail = one.code, one.says
			return t
		}
	}
	if errors.Is(err, context.Canceled) {
		return NewTrouble(http.StatusRequestTimeout, "The question was taken back before it was answered.")
	}
	slog.Error("request failed", "err", err)
	return NewTrouble(http.StatusInternalServerError, failed)
}

// WriteTrouble answers with one.
func WriteTrouble(c *gin.Context, t *Trouble) {
	data, err := json.Marshal(t)
	if err != nil {
		data = []byte("{}")
	}
	c.Data(t.Status, "application/problem+json", data)
}

// Recovered answers what a handler broke off at.
func Recovered(c *gin.Context, what any) {
	slog.Error("panic", "what", what, "path", c.Request.URL.Path)
	WriteTrouble(c, NewTrouble(http.StatusInternalServerError, failed))
	c.Abort()
}

// CountedSoon is the answer where events are on the disk and there is no plan yet to hold them against.
func CountedSoon() *Trouble {
	t := NewTrouble(http.StatusServiceUnavailable, "What you counted is stored. It is added up in a moment, once the "+
		"plan is worked out.")
	t.Code = "counted-soon"
	return t
}

// Uncounted is the answer where events are on the disk and could not be added up.
func Uncounted(what any) *Trouble {
	slog.Error("stored, and not counted", "what", what)
	t := NewTrouble(http.StatusInternalServerError,
		"What you counted is stored, and could not be added up just now. Nothing is lost: it is counted when this page is "+
			"next brought up to date.")
	t.Code = "stored-uncounted"
	return t
}
