# frozen_string_literal: true

module App
  module Presenters
    # What would move if a size typed on a drawing were kept: other sizes of the model, old and new, drawings and
    # assemblies that show it.
    class Effects
      # Most sizes that are listed.
      MOST = 20
      Moved = Struct.new(:label, :old, :new)

      # given: as of SizeChange.
      def initialize(drawing, dimension_id, given)
        @drawing = drawing
        @value = drawing.value
        @cell = @value.dimension(dimension_id) or raise Refused.new('There is no such dimension.', status: 404)
        @model = Records::Model.find(@value.binding(@value.view(@cell.view).binding).model)
        @given = given
      end

      def to_h =
        {
          moved: moved.first(MOST).map(&:to_a),
          more: [moved.size - MOST, 0].max,
          drawings: drawings,
          assemblies: assemblies
        }

      # [id of the model, its text as it would be]
      def supposed = [@model.id, text]

      # That text, or the one of the variant shown.
      def sized = Workshop.of_variant(text, variant)

      private

      def standard = @value.standard
      def variant = @value.binding(@value.view(@cell.view).binding).variant

      # [Moved] of sizes besides the one typed.
      def moved
        @moved ||=
          begin
            old, new =
              [Workshop.sized_text(@model, variant), sized].map do |t|
                Workshop.try_build(t).dimensions.to_h { |d| [d.id, d] }
              end
            typed = change.parts.map(&:id)
            (old.keys & new.keys).filter_map do |id|
              was, will =
                [old, new].map { |l| Nockplane::Drawings::Annotations::Snapshot.of(l[id]).words(standard).to_s }
              Moved.new(Nockplane::Linking::SizeLabel.recipe(id), was, will) unless was == will || typed.include?(id)
            end
          end
      end

      def text
        change.text
      rescue Nockplane::Modelling::RecipeFault => e
        raise Refused, "#{@model.name} can't be built so. #{e.message}"
      end

      def change = @change ||= SizeChange.new(@model, @cell, standard, @given, variant: variant)

      # Numbers of other drawings that show the model.
      def drawings = @model.drawings.where.not(id: @drawing.id).order(:number).pluck(:number)
      def assemblies = Aftermath.naming(@model).map(&:name)
    end
  end
end
