# frozen_string_literal: true

module App
  module Presenters
    # References that lead nowhere, as the docket of the board lists them: variants that a table has no more, files that
    # are not there. Read from rows; no document is opened. (What else can be gone is told elsewhere on the docket.)
    class Broken
      # who rests on it, that one's address, what is not there, what to do.
      Line = Struct.new(:who, :href, :what, :remedy)

      def initialize(board)
        @board = board
      end

      def all = variants + files

      private

      def variants
        bound = Records::Binding.where.not(variant: nil).pluck(:drawing_id, :model_id, :variant)
        drawings = Records::Drawing.where(id: bound.map(&:first)).select(:id, :slug, :number, :title).index_by(&:id)
        bound.filter_map do |id, model, variant|
          drawing = drawings[id] or next
          next if Families.names(@board.family_texts[model].to_s).include?(variant)

          Line.new(
            "#{drawing.number} #{drawing.title}",
            "/drawings/#{drawing.slug}",
            "variant #{variant}",
            ReferenceBook::REMEDIES[:variant]
          )
        end
      end

      # (The beginning of a reference names its file.)
      def files
        @board.models.filter_map do |m|
          text = @board.heads[m.id].to_s
          next unless Nockplane::Modelling::ImportReference.is?(text)

          digest = text[/"file":"([0-9a-f]{64})"/, 1]
          next if digest.nil? || File.file?(Files.path(digest))

          Line.new(
            [m.number, m.name].compact.join(' '),
            "/models/#{m.slug}",
            'its imported file',
            ReferenceBook::REMEDIES[:file]
          )
        end
      end
    end
  end
end
