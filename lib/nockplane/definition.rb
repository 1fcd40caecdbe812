# frozen_string_literal: true

module Nockplane
  # Whether a part is fully defined by what is said of it, and nothing twice (standards.md GEN-05): every face has its
  # size and its place. The numbers of all faces are unknowns (Unknowns), what holds by the shape (Relations), by
  # symmetry (Symmetry) and what is said (RowsOf) are linear relations between their small changes, as in the study of
  # rigid frames; what elimination leaves open is missing, what it finds said already is said twice. Knows solids and
  # sayings, no drawing.
  module Definition
    # status: { face name => [size, place] }, each :said, :missing, :twice, or nil where there is nothing to say;
    # missing: [Missing]; twice: [Twice]; spare: keys of sayings that may be dropped, symmetry being taken for
    # granted.
    Report =
      Struct.new(:status, :missing, :twice, :spare) do
        def complete? = missing.empty? && twice.empty?
        # How many faces are said once, and all that have something to say.
        def said = status.count { |_, pair| pair.compact.all?(:said) }
      end

    # kind: :chamfer (value: its setback, mm), :radius, :distance, :rim (the radius of a cone's end), :angle, :depth
    # or :shape; faces: names of the faces it would be said of; from: name of the face that a distance starts from;
    # at: mm along direction; value: mm, of radii; blend: is a radius that of a round, which runs on into the faces
    # beside it?
    Missing = Struct.new(:kind, :faces, :from, :direction, :at, :value, :blend, keyword_init: true)

    # saying: its key; by: keys of the sayings that say it already (empty: it follows from the shape); sum: { key =>
    # share }, with which signs they add up.
    Twice = Struct.new(:saying, :sum) { def by = sum.keys }

    module_function

    # solid: Solids::Solid; sayings: [Saying], those that count most first; sides: of a sheet, [[face, face of the other
    # side], ...].
    def of(solid, sayings, sides: []) = report(Ground.new(solid, sides), sayings)

    # The same of a Ground. holdings: [Holding] of tolerance frames; bases: names of faces that the rest is placed from,
    # along each direction the first that lies that way, else the largest.
    def report(ground, sayings, holdings: [], bases: []) = Check.new(ground, sayings, holdings, bases).report

    # Of further holdings those that tell something new, one after another, without what symmetry would tell.
    def telling(ground, sayings, further, holdings: [])
      Check.new(ground, sayings, holdings, further.flat_map { |h| h.datums.flatten }.uniq).telling(further)
    end

    # Rows [row, factor] added up; what cancels out is left out.
    def sum(*parts)
      found =
        parts.each_with_object({}) do |(row, factor), all|
          row.each { |unknown, c| all[unknown] = (all[unknown] || 0.0) + (c * factor) }
        end
      found.delete_if { |_, c| c.abs < 1e-9 }
    end
  end
end
