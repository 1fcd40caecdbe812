# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # Is a tolerance frame legal (standards.md 10.3, FCF-01 to FCF-12)? Each fault names its rule and says what to do.
    class FrameRules
      # rule: id; words: a sentence.
      Fault = Struct.new(:rule, :words)

      # What is known beside the frame. size: has the feature a size (a cylinder, a slot)? round: is it a cylinder?
      # datums: { letter => has that datum feature a size? } of those on the drawing; nil where they are not known.
      # asme: by ASME Y14.5 rather than ISO.
      Around = Struct.new(:size, :round, :datums, :asme, keyword_init: true)

      # [Fault]
      def self.check(frame, around = Around.new(size: true, round: true))
        found = new(frame, around).faults
        return found unless frame.lower

        (found + new(frame.lower, around).faults + composite(frame, frame.lower)).uniq
      end

      # Of a composite frame (ASME, FCF-12): the lower row repeats the beginning of the upper's datums, with a smaller
      # value.
      def self.composite(upper, lower)
        found = []
        unless %w[position line_profile surface_profile].include?(upper.key) && upper.key == lower.key
          found << Fault.new('FCF-12', 'only positions and profiles are composite, with one symbol for both rows')
        end
        if lower.value >= upper.value
          found << Fault.new('FCF-12', 'the lower tolerance must be smaller than the upper one')
        end
        unless lower.datums == upper.datums.first(lower.datums.size)
          found << Fault.new('FCF-12', "the lower row's datums are the first of the upper's, in their order")
        end
        found
      end

      def initialize(frame, around)
        @frame = frame
        @around = around
        @kind = frame.characteristic
      end

      def faults = [value, *datums, zone, *material, *datum_material, *letters, *unknown].compact

      private

      def fault(rule, words) = Fault.new(rule, words)

      def value
        return nil if @frame.value.positive? || (@frame.value.zero? && @frame.material)

        fault('FCF-01', 'the tolerance must be more than 0; 0 stands only with Ⓜ or Ⓛ')
      end

      def datums
        found = []
        if @frame.datums.any? && !@kind.datum_allowed?
          found << fault('FCF-02', "#{@kind.name} is a tolerance of form and takes no datum")
        end
        if @frame.datums.empty? && @kind.datum_needed?
          found << fault('FCF-03', "#{@kind.name} needs at least one datum")
        end
        found << fault('FCF-04', 'a frame has at most three datum cells') if @frame.datums.size > 3
        twice = @frame.letters.tally.find { |_, n| n > 1 }
        found << fault('FCF-04', "datum #{twice[0]} stands in two cells") if twice
        found
      end

      def zone
        return only_round if @frame.zone.empty?
        return fault('FCF-05', "#{@kind.name} has no #{@frame.zone} zone") unless @kind.round_zone?
        return fault('FCF-05', 'a ⌀ zone needs the axis of a cylinder') unless @around.round

        # (The zone of a straight line on a surface is between two lines; round it only about an axis.)
        nil
      end

      def only_round
        fault('FCF-05', "the zone of #{@kind.name} is a cylinder; put ⌀ before the value") if @kind.round_zone_only?
      end

      def material
        marks = @frame.modifiers & Frame::MATERIAL
        return [] if marks.empty?
        return [fault('FCF-06', 'Ⓜ and Ⓛ exclude one another')] if marks.size > 1
        return [fault('FCF-06', "#{@kind.name} takes no #{marks[0]}")] unless @kind.material?(asme: @around.asme)

        @around.size ? [] : [fault('FCF-06', "#{marks[0]} needs a feature with a size, such as a hole or a slot")]
      end

      def datum_material
        @frame.datums.filter_map do |text, modifier|
          next unless modifier
          next fault('FCF-07', "datums of #{@kind.name} take no #{modifier}") if @kind.run_out?

          flat = @around.datums && text.split('-').find { |l| @around.datums.key?(l) && !@around.datums[l] }
          fault('FCF-07', "datum #{flat} has no size, so it takes no #{modifier}") if flat
        end
      end

      def letters
        wrong = @frame.letters.reject { |l| l.chars.all? { |c| Frame::LETTERS.include?(c) } }
        wrong.map { |l| fault('FCF-10', "#{l} is no datum letter; I, O, Q and X are left out") }
      end

      def unknown
        return [] unless @around.datums

        (@frame.letters.uniq - @around.datums.keys).map do |letter|
          fault('FCF-10', "there is no datum #{letter}; set it on a face first")
        end
      end
    end
  end
end
