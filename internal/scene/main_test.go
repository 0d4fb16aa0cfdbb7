package scene_test

import (
	"testing"

	dbtest "utensil/internal/localdb/testing"
)

func TestMain(m *testing.M) { dbtest.Main(m) }
