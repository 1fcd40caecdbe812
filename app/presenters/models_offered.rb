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
        ids = @value.bindings.map(&:model)
        own, others = ModelsOffered.all.partition { |id, _| ids.include?(id) }
        (own + others.first(SHOWN)).flat_map(&:last)
      end

      # [[model id, [[value, words], ...]], ...] of all models, by number; kept until a model or a revision is another.
      def self.all
        models = Records::Model.pick(Arel.sql('COUNT(*), MAX(id), MAX(updated_at)'))
        Records::Revision.lasting(:offered, models) { listed.freeze }
      end

      def self.listed
        models = Records::Model.order(:number, :name).pluck(:id, :slug, :number, :name)
        families = Records::Revision.families(models.map(&:first))
        models.map do |id, slug, number, name|
          words = [number, name].compact.join(' ')
          variants = families[id] ? Families.names(families[id]) : []
          [id, [[slug, words], *variants.map { |v| ["#{slug}|#{v}", "#{words}, variant #{v}"] }]]
        end
      end
      private_class_method :listed

      # What is offered first: the model (or variant) that new views show, as #models_to_show writes it.
      def model_of_new_views
        found = @value.new_views_binding or return nil
        [Records::Model.unscoped.find(found.model).slug, found.variant].compact.join('|')
      end

      # The direction that says most with its long side level; nil when the model is not built.
      def best_look = orientations&.best

      # [[name, words], ...]: saved views of the model, and plane faces that no named direction shows square on.
      def own_looks
        found = orientations or return []
        words = Nockplane::Linking::FaceWords.in(Workshop.source, first_subject)
        model.own_looks.map { |l| [l['name'], "kept direction #{l['name']}"] } +
          found.saved.map { |n| [n, "saved view #{n}"] } + found.slanted.map { |n| [n, "square to #{words[n] || n}"] }
      end

      def first_subject = @first_subject ||= @value.bindings.first&.subject(model.latest.number)

      def orientations
        return nil unless model && Workshop.source.modelled?(first_subject)

        @orientations ||= Nockplane::Drawings::Views::Orientations.new(Workshop.source, first_subject)
      rescue Nockplane::Error
        nil
      end
    end
  end
end
