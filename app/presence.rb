# frozen_string_literal: true

module App
  # Who is on a drawing: pages say so with every pulse that they ask for.
  module Presence
    # Seconds after which somebody who says nothing is gone; between two writes while nothing is different.
    GONE = 20
    STEADY = 8
    LONGEST = 100

    module_function

    # A person has a drawing (an id) open, on a sheet, with something selected ('' for nothing). Gives the others.
    def note(drawing, person, sheet:, selected:, now: Time.now)
      rows = on(drawing)
      said = { sheet: sheet.to_s[0, LONGEST], selected: selected.to_s[0, LONGEST] }
      known = rows.find { |p| p.person_id == person.id }
      unless known && now - known.seen_at < STEADY && known.slice(:sheet, :selected).symbolize_keys == said
        Database.lightly do
          Records::Presence.upsert(
            { drawing_id: drawing, person_id: person.id, seen_at: now, **said },
            unique_by: %i[drawing_id person_id]
          )
        end
      end
      others(drawing, person, now: now, rows: rows)
    end

    def on(drawing) = Records::Presence.where(drawing_id: drawing).includes(:person).to_a

    # [{ name:, sheet:, selected: }] of the others who are there, by name.
    def others(drawing, person, now: Time.now, rows: on(drawing))
      rows
        .select { |p| p.seen_at > now - GONE }
        .reject { |p| p.person_id == person.id || p.person.off? }
        .map { |p| { name: p.person.name, sheet: p.sheet, selected: p.selected } }
        .sort_by { |p| p[:name] }
    end
  end
end
