# frozen_string_literal: true

module App
  module Presenters
    # What a drawing's page offers to be shown: models, their variants, and directions to look at them. (Of DrawingPage)
    module ModelsOffered
      # Directions that a view may be added in, and their words.
      LOOKS = {
        'front' => 'front',
        'top' => 'above',
        'left' => 'left',
        'right' => 'right',
        'bottom' => 'below',
        'back' => 'rear',
        'iso' => 'front left',
        'iso right' => 'front right',
        'iso back left' => 'back left',
        'iso back right' => 'back right'
      }.freeze
      # Models offered to be shown.
      SHOWN = 300

      # [[value, words], ...]: those that the drawing shows first; of a family each variant, too ("slug|variant").
      def models_to_show
        own = Records::Model.where(id: @value.bindings.map(&:model)).order(:number).to_a
        all = own + Records::Model.where.not(id: own.map(&:id)).order(:number, :name).limit(SHOWN).to_a
        families = Records::Revision.families(all.map(&:id))
        all.flat_map do |m|
          words = [m.number, m.name].compact.join(' ')
          [[m.slug, words], *variants(families[m.id]).map { |v| ["#{m.slug}|#{v}", "#{words}, variant #{v}"] }]
        end
      end

      # What is offered first: the model (or variant) that new views show, as #models_to_show writes it.
      def model_of_new_views
        found = @value.new_views_binding or return nil
        [Records::Model.unscoped.find(found.model).slug, found.variant].compact.join('|')
      end

      # Names of the rows of a table in recipe text; none of nil.
      def variants(text) = text ? Families.names(text) : []

      # The direction that says most with its long side level; nil when the model is not built.
      def best_look = orientations&.best

      # [[name, words], ...]: saved views of the model, and plane faces that no named direction shows square on.
      def own_looks
        found = orientations or return []
        words = Nockplane::Linking::FaceWords.in(Workshop.source, first_subject)
        model.own_looks.map { |l| [l['name'], "kept direction #{l['name']}"] } +
          found.saved.map { |n| [n, "saved view #{n}"] } + found.slanted.map { |n| [n, "square to #{words[n] || n}"] }
      end

      def first_subject = @value.bindings.first&.subject(model.latest.number)

      def orientations
        return nil unless model && Workshop.source.modelled?(first_subject)

        @orientations ||= Nockplane::Drawings::Views::Orientations.new(Workshop.source, first_subject)
      rescue Nockplane::Error
        nil
      end
    end
  end
end
