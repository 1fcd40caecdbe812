# frozen_string_literal: true

module App
  module Commands
    # Commands about tolerances and issue: plan, chain, issue.
    module ToleranceCommands
      # Defines them in a Thor class.
      def self.add_to(commands)
        commands.class_eval do
          desc 'plan FILE', 'a tolerance plan by rule, and which faces it pins down'
          option :character, desc: 'prismatic, turned; without it as the part is'
          option :way, default: 'geometric', desc: 'geometric, plusminus'
          option :datums, desc: 'A=FACE,B=FACE,...; those left out are proposed'
          option :only, desc: "kinds of features: #{Nockplane::Planning::Tolerances::FaceKinds::ALL.join(', ')}"
          option :class, default: 'm', desc: 'class of ISO 2768-1 for sizes: f, m, c, v'
          option :geometry, default: 'K', desc: 'class of ISO 2768-2 for geometry: H, K, L'
          option :holes, default: '', desc: 'fit of holes, such as H7'
          option :position, default: 'clearance', desc: 'zone of positions in mm, or clearance'
          option :profile, default: '0.4', desc: 'zone of profiles in mm'
          option :out, desc: 'the model with the plan: OUT.recipe.yml or OUT.step'
          def plan(file)
            guarded do
              given = options.slice('geometry', 'holes', 'position', 'profile').merge('sizes' => options[:class])
              wish = {
                character: options[:character],
                way: options[:way],
                datums: options[:datums],
                only: options[:only]
              }
              asked = Commands::Plan::Wish.new(**wish, defaults: given)
              report(Commands::Plan.call(read(file), Commands::Library.source(file), asked, options[:out]))
            end
          end

          desc 'chain FILE', 'the sizes that make up a distance, and what their tolerances come to'
          option :from, required: true, desc: 'name of the face that it begins at'
          option :to, required: true, desc: 'name of the face that it ends at'
          option :class, default: 'm', desc: 'class of ISO 2768-1 of sizes without a tolerance: f, m, c, v, none'
          option :least, type: :numeric, desc: 'mm that are wanted at least'
          option :greatest, type: :numeric, desc: 'mm that are wanted at most'
          def chain(file)
            guarded do
              wanted = [options[:least], options[:greatest]]
              found =
                Commands::Chain.call(
                  read(file),
                  Commands::Library.source(file),
                  [options[:from], options[:to]],
                  general: options[:class],
                  wanted: wanted
                )
              report(found)
            end
          end

          desc 'issue DRAWING', 'a drawing of the data folder (number or address) issued, its packet in a folder'
          option :out, required: true, desc: 'the folder; it must be empty or new'
          option :reason, default: 'issued', desc: 'what it is issued for'
          option :by, required: true, desc: 'who approves it'
          option :waiver, default: '', desc: 'why it goes out although the check tells something'
          option :marked, type: :boolean, desc: 'the numbers of characteristics stand on the sheets'
          def issue(drawing)
            guarded do
              require_relative '../../config/application'
              report(
                Commands::Issue.call(
                  drawing,
                  options[:out],
                  **options.slice('reason', 'by', 'waiver', 'marked').transform_keys(&:to_sym)
                )
              )
            end
          end
        end
      end
    end
  end
end
