# frozen_string_literal: true

module Nockplane
  module Linking
    # All that a drawing needs a person for, as plain data: views behind their model, title blocks that show old
    # properties, annotations adrift, what collides on its sheets, berths that stay empty, masses that contradict each
    # other, bindings whose model can't be built. Worked out from a drawing and its source (Docket.of), kept as JSON
    # (#to_h), read again (Docket.from_h).
    class Docket
      # A view, sheet or annotation that a line is about.
      Place = Struct.new(:id, :name)
      # A number that moves: id of the dimension on the drawing, what it measures in words, old and new words.
      Number = Struct.new(:dimension, :label, :old, :new)
      # view: Place; from, to: revisions; looks: does the picture differ; numbers: [Number]; losing, retied: ids of
      # dimensions.
      Behind = Struct.new(:view, :from, :to, :looks, :numbers, :losing, :retied)
      # sheet: Place; changes: [[field, old, new], ...].
      Fields = Struct.new(:sheet, :from, :to, :changes)
      # A model dimension that an annotation adrift may be tied to: its id in the model, its words ("⌀16") and what it
      # measures.
      Proposal = Struct.new(:id, :words, :label)
      # id of the dimension on the drawing; label: what it measured; faces; view: Place; revision; words; proposals:
      # [Proposal].
      Adrift = Struct.new(:id, :label, :faces, :view, :revision, :words, :proposals)
      # a, b: cell keys (b may be "frame"); words: a sentence.
      Collision = Struct.new(:a, :b, :words)
      # A berth that stays empty: Place and why.
      Empty = Struct.new(:berth, :why)
      # Mass shown and mass worked out, texts with unit.
      Mass = Struct.new(:shown, :computed)
      # A binding whose latest revision can't be shown: its id, the revision, the reason.
      Fault = Struct.new(:binding, :revision, :reason)

      # A view whose line or boundary lost its face, or that can not show what it should: Place and words.
      Lost = Struct.new(:view, :words)

      # A dimension whose value was typed over: its id, the view, what it reads and what is measured.
      Over = Struct.new(:id, :view, :words, :measured)

      # A note with a leader whose place is gone: the note's Place, named by its words, and what is the matter.
      Loose = Struct.new(:note, :words)

      # A layout rule that could not be met when it was run last: its id, the rule as a sentence, what kept it.
      Unmet = Struct.new(:rule, :sentence, :words)

      # A parts list whose lines and balloons part: the table's id and a sentence (PL-07).
      Unlisted = Struct.new(:table, :words)

      PARTS = %i[behind fields adrift collisions empty masses faults lost over loose unmet unlisted].freeze

      attr_reader(*PARTS)

      # lines: { part => [line, ...] }; parts that are not given are empty.
      def initialize(**lines)
        unknown = lines.keys - PARTS
        raise ArgumentError, "unknown parts #{unknown.join(', ')}" unless unknown.empty?

        PARTS.each { |part| instance_variable_set(:"@#{part}", lines.fetch(part, [])) }
        freeze
      end

      # From data as #to_h gives it after a trip through JSON.
      def self.from_h(data) = DocketData.read(data)

      def to_h = PARTS.to_h { |part| [part.to_s, public_send(part).map { |line| DocketData.plain(line) }] }

      # Do all views and title blocks show their models as they are, and is nothing adrift?
      def current? = behind.empty? && fields.empty? && adrift.empty?
      # Is there nothing on it at all?
      def clear? = PARTS.all? { |part| public_send(part).empty? }
      # Does no sheet need a look for what collides, for its mass or for lines that lost their face?
      def sheet_clean? = collisions.empty? && masses.empty? && lost.empty?

      # What matters most of it: "fault", "behind", "adrift" or "current".
      def state
        return 'fault' if faults.any?
        return 'behind' if behind.any? || fields.any?

        adrift.any? ? 'adrift' : 'current'
      end

      # The parts of the docket that are settled together, by the name of a line.
      LINES = {
        'fault' => %i[faults],
        'behind' => %i[behind fields],
        'adrift' => %i[adrift],
        'look' => %i[collisions masses lost over loose unmet unlisted],
        'empty' => %i[empty]
      }.freeze

      # The docket with nothing on it but one of LINES.
      def line(name) = Docket.new(**LINES.fetch(name).to_h { |part| [part, public_send(part)] })

      # How many annotations will lose what they measure when the views behind are updated.
      def losing = behind.sum { |b| b.losing.size }

      # Lines besides views behind and annotations adrift.
      def others
        (PARTS - %i[behind adrift]).sum { |part| public_send(part).size }
      end

      # { cell key => "behind" or "adrift" } for the scene.
      def states
        {
          **behind.to_h { |b| ["view/#{b.view.id}", 'behind'] },
          **adrift.to_h { |a| ["dimension/#{a.id}", 'adrift'] },
          **loose.to_h { |l| ["note/#{l.note.id}", 'adrift'] }
        }
      end

      def behind_of(view_id) = behind.find { |b| b.view.id == view_id }
      def adrift_of(dimension_id) = adrift.find { |a| a.id == dimension_id }
    end
  end
end
