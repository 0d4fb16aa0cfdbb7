package httpapi_test

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	"utensil/internal/workshop/record"
)

func TestHowABikeIsRiddenIsKept(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	job := bench.checkIn()
	bike := job.Bike
	bike.Riding = record.Riding{Mass: 118, Hill: "Net Hill", Drop: 74, Length: 900, Speed: 28,
		Road: "Ferry Lane", Level: 260, Front: 180}
	path := "/api/bikes/" + string(bike.ID)
	require.Equal(t, http.StatusOK, bench.send("PUT", path, bike, &bike))

	said := bike.Riding
	bike.Riding, bike.Colour = record.Riding{}, "olive"
	require.Equal(t, http.StatusOK, bench.send("PUT", path, bike, &bike))
	assert.Equal(t, "olive", bike.Colour)
	assert.Equal(t, said, bike.Riding, "what is left out stays as it was")
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/jobs/"+string(job.Job.ID), nil, &job))
	assert.Equal(t, said, job.Bike.Riding)

	for field, slip := range map[string]func(*record.Riding){
		"mass_kg":        func(r *record.Riding) { r.Mass = 1180 },
		"drop_m":         func(r *record.Riding) { r.Drop = 2000 },
		"level_m":        func(r *record.Riding) { r.Level = -3 },
		"front_rotor_mm": func(r *record.Riding) { r.Front = 18 },
		"rear_rotor_mm":  func(r *record.Riding) { r.Rear = 1600 },
	} {
		t.Run(field, func(t *testing.T) {
			odd, fault := bike, httpapi.Fault{}
			slip(&odd.Riding)
			assert.Equal(t, http.StatusUnprocessableEntity, bench.send("PUT", path, odd, &fault), field)
			assert.Equal(t, "bike.riding."+field, fault.Field)
		})
	}
}
